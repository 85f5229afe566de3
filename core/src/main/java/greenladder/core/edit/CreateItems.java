package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.Tasks;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.List;
import java.util.Set;

/** Makes items, in the order given. */
public record CreateItems(String product, List<NewItem> entries) implements Command {
    public CreateItems {
        entries = List.copyOf(entries);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.CREATE;
    }

    @Override
    public Set<String> inProducts() {
        return Set.of(product);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        boolean raises = false;
        for (var entry : entries) {
            var level = entry.fields().get("level");
            if (Tasks.is(snapshot, product, level)) {
                continue;
            }
            if (!(entry.target() instanceof Target.Stay)
                    || !Tasks.isRaised(snapshot, product, level)) {
                return Permission.SHAPE;
            }
            raises = true;
        }
        return raises ? Permission.RAISE : Permission.WORK;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Creation(snapshot, this, at, found).draw();
    }
}
