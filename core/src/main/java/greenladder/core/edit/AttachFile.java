package greenladder.core.edit;

import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Attachment;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;

/** Hangs a file on an item. */
public record AttachFile(ItemKey item, Attachment file) implements ItemCommand {
    @Override
    public OperationKind kind() {
        return OperationKind.ATTACH;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return Attaching.attached(snapshot, this, found);
    }
}
