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

/** Takes items away for good. */
public record DeleteItems(List<ItemKey> items, Children children) implements Command {
    public DeleteItems {
        items = List.copyOf(items);
    }

    /** What becomes of the children of a deleted item. */
    public enum Children {
        /** An item with children is not deleted. */
        REFUSE,
        DELETE,
        /** They go to the deleted item's parent. */
        UP
    }

    @Override
    public OperationKind kind() {
        return OperationKind.DELETE;
    }

    @Override
    public boolean goesThroughHidden() {
        return true;
    }

    /** Children that nobody could speak of, since they are hidden, move up. */
    @Override
    public DeleteItems throughHidden() {
        return children == Children.REFUSE ? new DeleteItems(items, Children.UP) : this;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Tasks.needOf(snapshot, items);
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Deletion(snapshot, this, found).draw();
    }
}
