package greenladder.core.edit;

import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;

/** Takes a file from an item. */
public record DetachFile(ItemKey item, String file) implements ItemCommand {
    @Override
    public OperationKind kind() {
        return OperationKind.DETACH;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return Attaching.detached(snapshot, this, found);
    }
}
