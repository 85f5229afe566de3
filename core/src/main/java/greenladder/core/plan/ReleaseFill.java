package greenladder.core.plan;

import greenladder.core.level.Category;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan.Tally;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * What is planned for a release, or was when it was released, against what its teams can do until
 * then: for closed sprints what they completed, for the others their capacity.
 *
 * @param items point leaves, and parents that bring points of their own
 * @param planned Σ own parts of the items whose release it is, their own or their nearest
 *     ancestor's
 * @param inProgress of that
 * @param done of that
 * @param capacity null where nothing is known of any sprint
 * @param sprints those that lie between its start and its date, with what each gives
 */
public record ReleaseFill(
        int items,
        Amount planned,
        Amount inProgress,
        Amount done,
        @Nullable BigDecimal capacity,
        List<Part> sprints) {

    /**
     * @param points null where nothing is known of the sprint
     */
    public record Part(Sprint sprint, @Nullable BigDecimal points) {}

    /** What is planned for a release. */
    private static final class Sum {
        private int items;
        private long planned;
        private long inProgress;
        private long done;

        void add(Node node, int sign) {
            var rollUp = node.rollUp();
            if (rollUp.category() == Category.DROPPED) {
                return;
            }
            var points = rollUp.points();
            items += sign * rollUp.leafCount();
            planned += sign * thousandths(rollUp.effective());
            inProgress += sign * points.inProgress().thousandths();
            done += sign * points.done().thousandths();
        }

        private static long thousandths(@Nullable Amount amount) {
            return amount == null ? 0 : amount.thousandths();
        }
    }

    /**
     * The fill of each of some releases. Whole subtrees are taken from the roll-ups of the items
     * that name a release, less those under them that name another; time O(m × depth) in the items
     * that name one.
     */
    public static Map<String, ReleaseFill> of(
            Snapshot snapshot, List<Release> releases, Capacities capacities) {
        var sums = new HashMap<String, Sum>();
        for (var release : snapshot.workspace().releasesByKey().values()) {
            for (var node : snapshot.marked(Mark.RELEASE, release.key())) {
                if (!node.item().level().carriesPoints() || isDropped(snapshot, node)) {
                    continue;
                }
                var above = releaseAbove(snapshot, node);
                if (!release.key().equals(above)) {
                    sums.computeIfAbsent(release.key(), any -> new Sum()).add(node, 1);
                    if (above != null) {
                        sums.computeIfAbsent(above, any -> new Sum()).add(node, -1);
                    }
                }
            }
        }
        var shares = new Shares(snapshot, capacities);
        var fills = new LinkedHashMap<String, ReleaseFill>();
        for (var release : releases) {
            var parts = shares.of(release);
            var picture = release.picture();
            if (picture != null) {
                fills.put(
                        release.key(),
                        new ReleaseFill(
                                picture.items(),
                                picture.planned(),
                                Amount.ZERO,
                                picture.done(),
                                picture.capacity(),
                                parts));
                continue;
            }
            var sum = sums.getOrDefault(release.key(), new Sum());
            fills.put(
                    release.key(),
                    new ReleaseFill(
                            sum.items,
                            new Amount(sum.planned),
                            new Amount(sum.inProgress),
                            new Amount(sum.done),
                            parts.stream()
                                    .map(Part::points)
                                    .filter(Objects::nonNull)
                                    .reduce(BigDecimal::add)
                                    .orElse(null),
                            parts));
        }
        return fills;
    }

    private static boolean isDropped(Snapshot snapshot, Node node) {
        return node.item().isDropped()
                || snapshot.ancestors(node.item()).stream()
                        .anyMatch(above -> above.item().isDropped());
    }

    private static @Nullable String releaseAbove(Snapshot snapshot, Node node) {
        return snapshot.ancestors(node.item()).stream()
                .map(above -> above.item().release())
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
    }

    /** The release of an item: its own, else its nearest ancestor's. */
    public static @Nullable String releaseOf(Snapshot snapshot, ItemKey key) {
        var node = snapshot.requireNode(key);
        return node.item().release() != null ? node.item().release() : releaseAbove(snapshot, node);
    }

    public Tally tally() {
        return new Tally(items, planned);
    }

    /** By how many points it is over; null where it fits, or nothing is known. */
    public @Nullable BigDecimal over() {
        return new Capacity(capacity, false).over(planned);
    }

    /**
     * What sprints give to releases; a sprint that serves several is shared by their sizes in it.
     */
    private record Shares(Snapshot snapshot, Capacities capacities) {

        List<Part> of(Release release) {
            var parts = new ArrayList<Part>();
            var from = Objects.requireNonNullElse(release.start(), LocalDate.MIN);
            for (var team : release.teams()) {
                if (snapshot.workspace().findTeam(team).isEmpty()) {
                    continue;
                }
                for (var sprint : capacities.sprints(team)) {
                    if (!sprint.start().isBefore(from)
                            && !sprint.finish().isAfter(release.date())) {
                        parts.add(new Part(sprint, share(release, sprint)));
                    }
                }
            }
            return parts;
        }

        private @Nullable BigDecimal share(Release release, Sprint sprint) {
            var points = given(sprint);
            if (points == null || points.signum() == 0) {
                return points;
            }
            var byRelease = new HashMap<String, BigDecimal>();
            for (var part : capacities.parts(sprint)) {
                var other = releaseOf(snapshot, part.item());
                if (other != null && part.amount() != null) {
                    byRelease.merge(other, part.amount().toDecimal(), BigDecimal::add);
                }
            }
            var all = byRelease.values().stream().reduce(BigDecimal.ZERO, BigDecimal::add);
            boolean shared =
                    byRelease.keySet().stream().anyMatch(key -> !key.equals(release.key()));
            if (!shared || all.signum() == 0) {
                return points;
            }
            return points.multiply(byRelease.getOrDefault(release.key(), BigDecimal.ZERO))
                    .divide(all, MathContext.DECIMAL64);
        }

        private @Nullable BigDecimal given(Sprint sprint) {
            var completed =
                    sprint.isClosed()
                            ? sprint.completed(snapshot.workspace().productsByCode().keySet())
                            : null;
            return completed != null
                    ? completed.points().toDecimal()
                    : capacities.of(sprint).points();
        }
    }
}
