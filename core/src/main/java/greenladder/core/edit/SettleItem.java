package greenladder.core.edit;

import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;

/**
 * Notes what was decided about an item.
 *
 * @param by the sign-in name of who writes it down
 * @param words nothing is noted where they are blank and the item is talked through
 * @param through whether the item goes off the agenda
 */
public record SettleItem(ItemKey item, String by, String words, boolean through)
        implements ItemCommand {
    @Override
    public OperationKind kind() {
        return OperationKind.SETTLE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return Settling.settled(snapshot, this, at, found);
    }
}
