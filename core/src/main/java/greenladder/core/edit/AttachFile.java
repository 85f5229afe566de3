package greenladder.core.edit;

import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.Found;
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
    public Drawn draw(Snapshot snapshot, Instant at, Found found) {
        return Attaching.attached(snapshot, this, found);
    }
}
