package greenladder.core.plan;

import greenladder.core.item.Item;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Links.Linked;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.ItemKey;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A plan in which something stands before what it needs.
 *
 * @param linked the dependency
 * @param place the name of the sprint or release in which the needed one is; null for none
 * @param remedy the nearest step by which the plan would be right
 */
public record Contradiction(Linked linked, Kind kind, @Nullable String place, Remedy remedy) {
    /** In what the two stand the wrong way round. */
    public enum Kind {
        /** It is in a sprint, what it needs in none. */
        NOT_PLANNED,
        /** What it needs is in a sprint that ends later. */
        LATER_SPRINT,
        /** Both are in one sprint, and it comes first there. */
        SPRINT_ORDER,
        /** It is in a release, what it needs in none, nor in a sprint by then. */
        NOT_RELEASED,
        /** What it needs is in a release that is later. */
        LATER_RELEASE,
        /** By the sprints and releases of what stands below, what it needs ends later. */
        LATER_DATES,
        /** Neither is planned, and it is ranked first. */
        RANK
    }

    /** What can be done about it. */
    public enum Step {
        PLAN_INTO_SPRINT,
        PLAN_INTO_RELEASE,
        PUT_BEFORE_IN_SPRINT,
        PUT_BEFORE,
        /** Nothing short of planning anew. */
        NONE
    }

    /**
     * @param item what is to go elsewhere
     * @param to the key of the sprint or release that it is to go into, where it is to go into one
     */
    public record Remedy(Step step, ItemKey item, @Nullable String to) {}

    /** Where the plan of an item contradicts what it needs. Time O(d) for d dependencies of it. */
    public static List<Contradiction> of(Snapshot snapshot, Item item) {
        if (!SprintPart.isOpen(item)) {
            return List.of();
        }
        return new Links(snapshot)
                .needs(item).stream()
                        .filter(linked -> SprintPart.isOpen(linked.to()))
                        .flatMap(linked -> new Judging(snapshot, linked).judge().stream())
                        .toList();
    }

    private record Judging(Snapshot snapshot, Linked linked) {

        Optional<Contradiction> judge() {
            var from = linked.from();
            var to = linked.to();
            var sprint = sprintOf(from);
            var needed = sprintOf(to);
            if (sprint != null) {
                return bySprint(sprint, needed);
            }
            if (isParent(from) || isParent(to)) {
                return byDates(snapshot.requireNode(from.key()), snapshot.requireNode(to.key()));
            }
            var release = releaseOf(from);
            if (release != null) {
                return byRelease(release, releaseOf(to), needed);
            }
            return needed == null && from.rank().compareTo(to.rank()) < 0
                    ? found(Kind.RANK, null, new Remedy(Step.PUT_BEFORE, to.key(), null))
                    : Optional.empty();
        }

        private Optional<Contradiction> bySprint(Sprint sprint, @Nullable Sprint needed) {
            if (needed == null) {
                return isParent(linked.to())
                        ? Optional.empty()
                        : found(Kind.NOT_PLANNED, null, planned(sprint));
            }
            if (needed.equals(sprint)) {
                var order =
                        SprintPart.inSprint(snapshot, sprint.key()).stream()
                                .map(SprintPart::item)
                                .toList();
                int first = order.indexOf(linked.from().key());
                int second = order.indexOf(linked.to().key());
                return first >= 0 && second > first
                        ? found(
                                Kind.SPRINT_ORDER,
                                sprint.name(),
                                new Remedy(
                                        Step.PUT_BEFORE_IN_SPRINT, linked.to().key(), sprint.key()))
                        : Optional.empty();
            }
            return needed.finish().isAfter(sprint.finish())
                    ? found(Kind.LATER_SPRINT, needed.name(), later(sprint, needed))
                    : Optional.empty();
        }

        /** What is needed goes into the last sprint of its team that is over in time. */
        private Remedy planned(Sprint by) {
            var team = Objects.requireNonNullElse(linked.to().team(), by.team());
            return open(team)
                    .filter(one -> !one.finish().isAfter(by.finish()))
                    .max(Comparator.comparing(Sprint::finish))
                    .map(one -> new Remedy(Step.PLAN_INTO_SPRINT, linked.to().key(), one.key()))
                    .orElse(new Remedy(Step.NONE, linked.to().key(), null));
        }

        /** It goes into the first sprint of its team that ends late enough, or the need earlier. */
        private Remedy later(Sprint sprint, Sprint needed) {
            return open(sprint.team())
                    .filter(one -> !one.finish().isBefore(needed.finish()))
                    .min(Comparator.comparing(Sprint::finish))
                    .map(one -> new Remedy(Step.PLAN_INTO_SPRINT, linked.from().key(), one.key()))
                    .orElseGet(() -> planned(sprint));
        }

        private Stream<Sprint> open(String team) {
            return Sprints.of(snapshot.workspace(), team).stream().filter(one -> !one.isClosed());
        }

        private Optional<Contradiction> byRelease(
                Release release, @Nullable Release needed, @Nullable Sprint sprint) {
            boolean isInTime = sprint != null && !sprint.finish().isAfter(release.date());
            var remedy = new Remedy(Step.PLAN_INTO_RELEASE, linked.to().key(), release.key());
            if (isInTime || release.equals(needed)) {
                return Optional.empty();
            }
            if (needed == null) {
                return found(Kind.NOT_RELEASED, null, remedy);
            }
            return needed.date().isAfter(release.date())
                    ? found(Kind.LATER_RELEASE, needed.name(), remedy)
                    : Optional.empty();
        }

        private Optional<Contradiction> byDates(Node from, Node to) {
            var finish = from.rollUp().childrenFinish();
            var needed = to.rollUp().childrenFinish();
            return finish != null && needed != null && needed.isAfter(finish)
                    ? found(Kind.LATER_DATES, null, new Remedy(Step.NONE, to.item().key(), null))
                    : Optional.empty();
        }

        private boolean isParent(Item item) {
            return snapshot.requireNode(item.key()).rollUp().hasPointChildren();
        }

        private @Nullable Sprint sprintOf(Item item) {
            return snapshot.workspace().findSprint(own(item, Item::sprint)).orElse(null);
        }

        private @Nullable Release releaseOf(Item item) {
            return snapshot.workspace().findRelease(own(item, Item::release)).orElse(null);
        }

        /** An item's own, else its nearest ancestor's. */
        private @Nullable String own(Item item, Function<Item, @Nullable String> of) {
            if (of.apply(item) != null) {
                return of.apply(item);
            }
            return snapshot.ancestors(item).stream()
                    .map(above -> of.apply(above.item()))
                    .filter(Objects::nonNull)
                    .findFirst()
                    .orElse(null);
        }

        private Optional<Contradiction> found(Kind kind, @Nullable String place, Remedy remedy) {
            return Optional.of(new Contradiction(linked, kind, place, remedy));
        }
    }
}
