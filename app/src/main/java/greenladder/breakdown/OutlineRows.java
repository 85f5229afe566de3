package greenladder.breakdown;

import greenladder.core.ladder.Ladder;
import greenladder.core.ladder.Node;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;

/**
 * The rows of an outline that are not folded away, in the order in which they are shown. Time and
 * space O(rows).
 */
final class OutlineRows {
    private final List<OpenRow> rows = new ArrayList<>();
    private final List<Node> tops;
    private final OutlinePlace place;

    /**
     * A row.
     *
     * @param depth from 1
     */
    record OpenRow(Node node, int depth) {}

    private OutlineRows(Ladder ladder, OutlinePlace place) {
        this.place = place;
        this.tops =
                shown(
                        place.under() == null
                                ? ladder.roots(place.product())
                                : List.of(ladder.requireNode(place.under())));
    }

    static OutlineRows of(Ladder ladder, OutlinePlace place) {
        var outline = new OutlineRows(ladder, place);
        outline.walk();
        return outline;
    }

    List<OpenRow> all() {
        return rows;
    }

    /** The rows at the top, which every other row stands under. */
    List<Node> tops() {
        return tops;
    }

    private void walk() {
        var open = new ArrayDeque<OpenRow>();
        tops.reversed().forEach(node -> open.push(new OpenRow(node, 1)));
        while (!open.isEmpty()) {
            var row = open.pop();
            rows.add(row);
            boolean isOpen =
                    row.node().item().key().equals(place.under()) || place.isOpen(row.node());
            if (isOpen) {
                shown(row.node().children())
                        .reversed()
                        .forEach(child -> open.push(new OpenRow(child, row.depth() + 1)));
            }
        }
    }

    private List<Node> shown(List<Node> nodes) {
        return place.dropped()
                ? nodes
                : nodes.stream().filter(node -> !node.item().isDropped()).toList();
    }
}
