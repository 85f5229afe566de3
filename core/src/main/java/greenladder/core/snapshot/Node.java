package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.rollup.RollUp;
import greenladder.core.rollup.RollUpSum;
import greenladder.core.rollup.RolledUp;
import greenladder.core.workspace.Workspace;
import java.util.ArrayDeque;
import java.util.List;
import java.util.function.Consumer;

/**
 * An item with its children, in rank order, and the figures of all that stands under it.
 *
 * @param children dropped ones too
 */
public record Node(Item item, List<Node> children, RollUp rollUp, Tally below) implements RolledUp {

    static Node of(Item item, List<Node> children, Workspace workspace) {
        return new Node(
                item,
                children,
                RollUpSum.of(item, children, workspace),
                Tally.of(item.level(), children));
    }

    /**
     * Visits the node and all under it, parents before children, siblings in rank order; no
     * recursion.
     */
    public void walk(Consumer<Node> visitor) {
        var ahead = new ArrayDeque<Node>();
        ahead.push(this);
        while (!ahead.isEmpty()) {
            var node = ahead.pop();
            visitor.accept(node);
            node.children.reversed().forEach(ahead::push);
        }
    }
}
