package greenladder.core.plan;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;

/**
 * Takes items out of a sprint, with what stands under them there; candidates for it stop being
 * ones.
 *
 * @param sprint its key
 */
public record TakeOutOfSprint(List<ItemKey> items, String sprint) implements Command {
    public TakeOutOfSprint {
        items = List.copyOf(items);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.PLAN;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var candidates =
                snapshot.workspace()
                        .findSprint(sprint)
                        .map(one -> Load.candidates(snapshot, one))
                        .orElse(List.of());
        var nodes = new LinkedHashSet<Node>();
        items.forEach(key -> snapshot.requireNode(key).walk(nodes::add));
        var changes = new ArrayList<Change>();
        for (var node : nodes) {
            var item = node.item();
            if (sprint.equals(item.sprint())) {
                changes.add(new Change(item.key(), Field.SPRINT, sprint, null));
            }
            if (candidates.contains(node)) {
                changes.add(Change.of(item, Field.CANDIDATE, null));
            }
        }
        return new Proposal(items, changes);
    }
}
