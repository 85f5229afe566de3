package greenladder.core.change;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.List;

/** The answer to a command. */
public sealed interface Decision {

    /**
     * It can be done.
     *
     * @param items what the command was about, in its order: for a creation the new items
     * @param after the snapshot with the changes
     */
    record Accepted(
            List<ItemKey> items, List<Change> changes, List<PlanChange> plans, Snapshot after)
            implements Decision {
        /** Whether nothing has to change. */
        public boolean isEmpty() {
            return changes.isEmpty() && plans.isEmpty();
        }
    }

    /** It cannot, for all these reasons; nothing changes. */
    record Refused(Problems problems) implements Decision {}
}
