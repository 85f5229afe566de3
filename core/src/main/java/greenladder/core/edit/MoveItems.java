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
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Moves items, which keep their order among each other, with all that stands under them. What comes
 * to another place takes the priority band of what stands above it there.
 *
 * @param fields what is set on them besides, as an {@link EditItems} would
 */
public record MoveItems(
        List<ItemKey> items, Target.Parent parent, Target target, Map<String, String> fields)
        implements Command {
    public MoveItems {
        items = List.copyOf(items);
        fields = Map.copyOf(fields);
    }

    public MoveItems(List<ItemKey> items, Target.Parent parent, Target target) {
        this(items, parent, target, Map.of());
    }

    @Override
    public OperationKind kind() {
        return OperationKind.MOVE;
    }

    @Override
    public Set<String> inProducts() {
        var products = new TreeSet<>(Command.super.inProducts());
        if (parent instanceof Target.Parent.Under(var key) && key != null) {
            products.add(key.product());
        }
        return products;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Tasks.needOf(snapshot, items);
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Moving(snapshot, this, found).draw();
    }
}
