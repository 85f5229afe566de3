package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;
import java.util.Map;

/** Puts items under a new parent, which comes where the first of them stood. */
public record GatherItems(List<ItemKey> items, Map<String, String> parent) implements Command {
    public GatherItems {
        items = List.copyOf(items);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.GATHER;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Gathering(snapshot, this, at, found).draw();
    }
}
