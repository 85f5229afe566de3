package greenladder.core.trace;

import greenladder.core.item.Category;
import greenladder.core.item.Item;
import greenladder.core.item.Level;
import greenladder.core.item.LinkType;
import greenladder.core.item.Product;
import greenladder.core.plan.StoryMap;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.Gap.Kind;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Looks for the gaps of a product. What an item with all below it tells is looked for once in each
 * stretch of a level; what rests on other items is kept, and looked at again where they changed.
 *
 * @param team the key of whose gaps alone are looked for; null for all
 * @param level on which alone they are looked for; null for all
 */
public record Gaps(
        Snapshot snapshot,
        Product product,
        Instant now,
        @Nullable String team,
        @Nullable Level level) {
    private static final int STALE_DAYS = 14;
    private static final int READING_DAYS = 30;

    /** Names what is looked for in the stretches of a level. */
    private record Looked(
            Kind kind, @Nullable String team, @Nullable Level level, LocalDate day, Basis basis) {}

    /** What else an answer rests on, as the objects that they are. */
    private static final class Basis {
        private static final Basis NONE = new Basis("", "");

        private final Object one;
        private final Object other;

        Basis(Object one, Object other) {
            this.one = one;
            this.other = other;
        }

        @Override
        public boolean equals(@Nullable Object with) {
            return with instanceof Basis basis && basis.one == one && basis.other == other;
        }

        @Override
        public int hashCode() {
            return 31 * System.identityHashCode(one) + System.identityHashCode(other);
        }
    }

    /**
     * The gaps of a kind, level by level in rank order; how many there are is known at once, and
     * each is made when it is asked for. Time O(what changed since somebody looked).
     */
    public List<Gap> of(Kind kind) {
        var levels = product.levels().all();
        var top = levels.getFirst();
        var stories = StoryMap.stories(product);
        var search = search(kind, Basis.NONE);
        return switch (kind) {
            case NO_GOAL ->
                    search.told(
                            levels.stream().filter(level -> !level.equals(top)).toList(),
                            node ->
                                    isOpen(node.item())
                                            && node.item().parent() == null
                                            && node.item().level().carriesPoints()
                                            && !contributes(node.item()),
                            "stands under no goal");
            case NO_WORK ->
                    search
                            .on(
                                    List.of(top),
                                    node -> isOpen(node.item()) && node.children().isEmpty())
                            .stream()
                            .flatMap(List::stream)
                            .filter(node -> new Links(snapshot).to(node.item()).isEmpty())
                            .map(node -> new Gap(kind, node.item().key(), "has nothing below it"))
                            .toList();
            case NO_CHILDREN ->
                    search.told(
                            between(levels, top, stories),
                            node -> isOpen(node.item()) && node.children().isEmpty(),
                            "has nothing below it");
            case LOOSE ->
                    search.told(
                            levels,
                            node -> isOpen(node.item()) && node.item().isLoose(),
                            "has no parent");
            case DONE_WITH_OPEN ->
                    search.told(
                            levels,
                            node -> node.item().isDone() && hasOpenBelow(node),
                            "is done, and something below it is not");
            case ALL_DONE_OPEN ->
                    search.told(
                            levels,
                            node ->
                                    isOpen(node.item())
                                            && node.rollUp().hasPointChildren()
                                            && node.rollUp().category() == Category.DONE,
                            "is open, and everything below it is done");
            case NO_CRITERIA ->
                    search.told(
                            List.of(stories),
                            node ->
                                    isOpen(node.item())
                                            && node.item().details().acceptance().isEmpty(),
                            "has no acceptance criteria");
            case NOT_SIZED ->
                    search.told(
                            List.of(stories),
                            node ->
                                    isOpen(node.item())
                                            && !node.rollUp().hasPointChildren()
                                            && node.item().size() == null,
                            "has no size");
            case AFTER_PARENT -> search.afterParents(levels);
            case STALE -> {
                var since = now.minus(STALE_DAYS, ChronoUnit.DAYS);
                yield search.told(
                        List.of(stories),
                        node ->
                                node.item().category() == Category.IN_PROGRESS
                                        && node.item().updatedAt().isBefore(since),
                        "is in progress, and was not touched for %d days".formatted(STALE_DAYS));
            }
            case NO_MEASURE ->
                    search.told(
                            List.of(top),
                            node -> isOpen(node.item()) && isNotRead(node.item(), day()),
                            "has no measure, or no reading of the last %d days"
                                    .formatted(READING_DAYS));
            case NO_TEST -> withoutTest(stories);
            case BLOCKED_BY_LATER -> asked(KeptGaps.late(snapshot, product));
            case SUSPECT -> asked(KeptGaps.suspect(snapshot, product));
            case TEST_FAILED ->
                    asked(
                            KeptGaps.tests(snapshot, product).failed().stream()
                                    .filter(gap -> snapshot.findItem(gap.item()).isPresent())
                                    .toList());
        };
    }

    private Search search(Kind kind, Basis basis) {
        return new Search(
                snapshot, product, kind, team, level, new Looked(kind, team, level, day(), basis));
    }

    private LocalDate day() {
        return snapshot.workspace().dayOf(now);
    }

    private List<Gap> asked(List<Gap> gaps) {
        return team == null
                ? gaps
                : gaps.stream()
                        .filter(gap -> team.equals(snapshot.requireNode(gap.item()).item().team()))
                        .toList();
    }

    /** Nobody misses tests where there are none. */
    private List<Gap> withoutTest(Level stories) {
        if (!KeptGaps.tests(snapshot, product).areThere()) {
            return List.of();
        }
        var tested = snapshot.workspace().papers().covering();
        var covered = KeptGaps.covered(snapshot, product);
        return search(Kind.NO_TEST, new Basis(tested, covered))
                .told(
                        List.of(stories),
                        node ->
                                isOpen(node.item())
                                        && !tested.containsKey(node.item().key())
                                        && !covered.contains(node.item().key()),
                        "has no test");
    }

    private static boolean isAsked(Item item, @Nullable String team, @Nullable Level level) {
        return (team == null || team.equals(item.team()))
                && (level == null || level.equals(item.level()));
    }

    private static boolean isOpen(Item item) {
        return !item.isDone() && !item.isDropped();
    }

    private static boolean contributes(Item item) {
        return item.details().trace().stream()
                .anyMatch(link -> link.type() == LinkType.CONTRIBUTES_TO);
    }

    private static boolean isNotRead(Item item, LocalDate day) {
        var course = item.details().course();
        return course.measure() == null
                || course.latest()
                        .filter(reading -> !reading.getKey().isBefore(day.minusDays(READING_DAYS)))
                        .isEmpty();
    }

    private static boolean hasOpenBelow(Node node) {
        return node.children().stream().anyMatch(child -> isOpen(child.item()))
                || node.rollUp().hasPointChildren()
                        && node.rollUp().leaves().done() < node.rollUp().leafCount();
    }

    /** The levels between goals and stories. */
    private static List<Level> between(List<Level> levels, Level top, Level stories) {
        return levels.stream().filter(one -> !one.equals(top) && one.isAbove(stories)).toList();
    }

    /** Looks through levels, a stretch at a time. */
    private record Search(
            Snapshot snapshot,
            Product product,
            Kind kind,
            @Nullable String team,
            @Nullable Level level,
            Looked looked) {
        private List<List<Node>> on(List<Level> levels, Predicate<Node> lets) {
            return stretches(
                    levels,
                    nodes ->
                            nodes.stream()
                                    .filter(node -> isAsked(node.item()) && lets.test(node))
                                    .toList());
        }

        /** What is found in the stretches of levels, those with nothing left out. */
        private <T> List<List<T>> stretches(
                List<Level> levels, Function<List<Node>, List<T>> found) {
            return levels.stream()
                    .flatMap(one -> snapshot.inOrder(product, one).gathered(looked, found).stream())
                    .filter(part -> !part.isEmpty())
                    .toList();
        }

        private List<Gap> told(List<Level> levels, Predicate<Node> lets, String words) {
            return new Joined<>(on(levels, lets), node -> new Gap(kind, node.item().key(), words));
        }

        /** Seen from the parents, whose children are at hand. */
        private List<Gap> afterParents(List<Level> levels) {
            return new Joined<>(stretches(levels, this::late), Function.identity());
        }

        private List<Gap> late(List<Node> nodes) {
            return nodes.stream()
                    .flatMap(node ->
                            lateChildren(node)
                                    .filter(child -> isAsked(child.item()))
                                    .map(child ->
                                            new Gap(
                                                    kind,
                                                    child.item().key(),
                                                    "is to be finished after %s"
                                                            .formatted(node.item().key()))))
                    .toList();
        }

        private boolean isAsked(Item item) {
            return Gaps.isAsked(item, team, level);
        }

        private static Stream<Node> lateChildren(Node node) {
            var finish = node.item().finish();
            return finish == null || !isOpen(node.item())
                    ? Stream.empty()
                    : node.children().stream()
                            .filter(child -> isOpen(child.item()))
                            .filter(child -> {
                                var its = child.rollUp().dates().finish();
                                return its != null && its.isAfter(finish);
                            });
        }
    }
}
