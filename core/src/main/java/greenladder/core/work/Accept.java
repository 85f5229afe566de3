package greenladder.core.work;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * Accepts work that is done. Whoever shapes the backlog may, since it is what they asked for.
 *
 * @param who the sign-in name of whoever accepts it
 */
public record Accept(List<ItemKey> items, String who) implements Command {
    public Accept {
        items = List.copyOf(items);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var changes = new ArrayList<Change>();
        for (var key : items) {
            var item = snapshot.requireNode(key).item();
            if (!item.isDone()) {
                found.add(
                        Problem.SINGLE,
                        "items",
                        "%s is %s; what is done can be accepted."
                                .formatted(key, item.state().name()));
            } else if (item.details().doing().accepted() == null) {
                changes.add(new Change(key, Field.ACCEPTED, null, who));
            }
        }
        return new Proposal(items, changes);
    }
}
