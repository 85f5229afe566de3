package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Changes;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Draws up a deletion: nothing under a deleted item goes without it having been said. */
final class Deletion {
    private final Snapshot snapshot;
    private final DeleteItems command;
    private final ProblemCollector found;
    private final Set<ItemKey> gone;

    Deletion(Snapshot snapshot, DeleteItems command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.found = found;
        this.gone = new LinkedHashSet<>(command.items());
    }

    Proposal draw() {
        if (command.children() == DeleteItems.Children.DELETE) {
            command.items()
                    .forEach(key ->
                            snapshot.requireNode(key).walk(node -> gone.add(node.item().key())));
        }
        var changes = new ArrayList<Change>();
        for (var key : gone) {
            var node = snapshot.requireNode(key);
            var left =
                    node.children().stream()
                            .map(Node::item)
                            .filter(child -> !gone.contains(child.key()))
                            .toList();
            if (!left.isEmpty() && command.children() == DeleteItems.Children.REFUSE) {
                found.add(
                        Problem.SINGLE,
                        "children",
                        "%s has %d %s: say whether they are deleted with it or move up."
                                .formatted(
                                        key, left.size(), left.size() == 1 ? "child" : "children"));
            }
            left.forEach(child -> changes.add(lifted(child, node.item())));
            changes.addAll(Changes.ofDeletion(snapshot, node.item()));
        }
        return new Proposal(command.items(), changes);
    }

    private Change lifted(Item child, Item from) {
        return new Change(child.key(), Field.PARENT, from.key(), nearestStanding(from));
    }

    private @Nullable ItemKey nearestStanding(Item from) {
        return snapshot.ancestors(from).stream()
                .map(node -> node.item().key())
                .filter(key -> !gone.contains(key))
                .findFirst()
                .orElse(null);
    }
}
