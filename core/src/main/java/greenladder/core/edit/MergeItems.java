package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.Tasks;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;

/** Makes two items one: what hangs on the one that goes comes to the one that stays. */
public record MergeItems(ItemKey stays, ItemKey goes) implements Command {
    @Override
    public boolean goesThroughHidden() {
        return true;
    }

    @Override
    public OperationKind kind() {
        return OperationKind.MERGE;
    }

    @Override
    public List<ItemKey> items() {
        return List.of(stays, goes);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Tasks.needOf(snapshot, items());
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Merging(snapshot, this, found).draw();
    }
}
