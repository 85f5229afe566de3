package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What somebody wants done to items or to the plan. A command on several is done whole or not at
 * all. Fields come by the names of {@link Field#label} and with the text as it was entered; what
 * draws the command up reads and checks them. A command tells everything about itself that the
 * gateway asks, so that a new one is known nowhere else.
 */
public interface Command {

    /** By what name it stands in the log. */
    OperationKind kind();

    /** The items that it is about, and that have to be there. */
    default List<ItemKey> items() {
        return List.of();
    }

    /** The codes of the products in which it needs its right. */
    default Set<String> inProducts() {
        return items().stream()
                .map(ItemKey::product)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** The parts of the plan in which it needs its right. */
    default Set<PlanKey> plans() {
        return Set.of();
    }

    /** The one fact of these parts that it is about, where a right of its own goes with it. */
    default @Nullable String fact() {
        return null;
    }

    /**
     * The right without which nobody needs to ask. Every change that it comes to is judged once
     * more.
     */
    Permission need(Snapshot snapshot);

    /** What it comes to before anything follows; finds what is wrong with it. */
    Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found);

    /** Whether it takes back what was done, so that no rule acts on it anew. */
    default boolean isTakingBack() {
        return false;
    }

    /** Whether it gives levels and states other meanings, so that no rule of work acts on it. */
    default boolean isSettingUp() {
        return false;
    }

    /**
     * Whether it may change what is hidden from whoever wants it, as a consequence: what stands in
     * a sprint that is closed, or under what is deleted.
     */
    default boolean goesThroughHidden() {
        return false;
    }

    /**
     * As it is decided for somebody from whom some items are hidden, before it is decided whole.
     */
    default Command without(Predicate<ItemKey> hidden) {
        return this;
    }

    /** The command that is meant where more is concerned than whoever wants it can see. */
    default Command throughHidden() {
        return this;
    }

    /** What has to follow a command's changes beyond the rules that hold for all. */
    default List<Change> following(List<Change> follows, Snapshot before, Snapshot after) {
        return follows;
    }

    /**
     * What a command comes to before states follow.
     *
     * @param items what it was about, in its order: for a creation the new items
     */
    record Proposal(List<ItemKey> items, List<Change> changes, List<PlanChange> plans) {
        public Proposal(List<ItemKey> items, List<Change> changes) {
            this(items, changes, List.of());
        }
    }
}
