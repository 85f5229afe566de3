package greenladder.core.edit;

import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;

/** Changes one line of one of an item's lists: checklist, acceptance, definition of done. */
public record EditList(ItemKey item, Field list, ListStep step) implements ItemCommand {
    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new ListEditing(snapshot, this, found).draw();
    }
}
