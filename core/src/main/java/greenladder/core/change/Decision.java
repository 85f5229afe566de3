package greenladder.core.change;

import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Snapshot;
import java.util.List;

/** The answer to a command. */
public sealed interface Decision {

    /**
     * It can be done.
     *
     * @param items what the command was about, in its order: for a creation the new items
     * @param after the snapshot with the changes
     */
    record Accepted(List<ItemKey> items, List<Change> changes, Snapshot after)
            implements Decision {}

    /** It cannot, for all these reasons; nothing changes. */
    record Refused(Problems problems) implements Decision {}
}
