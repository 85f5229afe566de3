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

/**
 * Puts items into an order among each other, in the places that they hold now. Each stays within
 * its priority band.
 */
public record OrderItems(List<ItemKey> items) implements Command {
    public OrderItems {
        items = List.copyOf(items);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.ORDER;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Tasks.needOf(snapshot, items);
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Ordering(snapshot, this, found).draw();
    }
}
