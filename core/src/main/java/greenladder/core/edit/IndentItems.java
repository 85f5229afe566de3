package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;

/** Takes items one step in, under the sibling above them, or out, behind their parent. */
public record IndentItems(List<ItemKey> items, boolean out) implements Command {
    public IndentItems {
        items = List.copyOf(items);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.INDENT;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Indenting(snapshot, this, found).draw();
    }
}
