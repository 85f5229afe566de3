package greenladder.core.edit;

import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.Tasks;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;

/** Makes a line of an item's checklist a child of its own, which ticks the line when it is done. */
public record PromoteLine(ItemKey item, int at, String line, String level) implements ItemCommand {
    @Override
    public OperationKind kind() {
        return OperationKind.PROMOTE;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Tasks.is(snapshot, item.product(), level) ? Permission.WORK : Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Promotion(snapshot, this, at, found).draw();
    }
}
