package greenladder.breakdown;

import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.Narrowed;
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

    private final Narrowed narrowed;
    private int found;

    /**
     * A row.
     *
     * @param depth from 1
     * @param folds whether something stands under it that could be shown
     */
    record OpenRow(Node node, int depth, boolean folds, boolean isOpen) {}

    private OutlineRows(Snapshot snapshot, OutlinePlace place, Narrowed narrowed) {
        this.place = place;
        this.narrowed = narrowed;
        this.tops =
                shown(
                        place.under() == null
                                ? snapshot.roots(place.product())
                                : List.of(snapshot.requireNode(place.under())));
    }

    static OutlineRows of(Snapshot snapshot, OutlinePlace place, Narrowed narrowed) {
        var outline = new OutlineRows(snapshot, place, narrowed);
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

    /** How many rows are there for themselves, not for what stands under them. */
    int found() {
        return found;
    }

    private void walk() {
        var open = new ArrayDeque<OpenRow>();
        tops.reversed().forEach(node -> open.push(row(node, 1)));
        while (!open.isEmpty()) {
            var row = open.pop();
            rows.add(row);
            found += narrowed.finds(row.node()) ? 1 : 0;
            if (row.isOpen()) {
                shown(row.node().children())
                        .reversed()
                        .forEach(child -> open.push(row(child, row.depth() + 1)));
            }
        }
    }

    /** What is found is unfolded down to it, unless a row was turned over by hand. */
    private OpenRow row(Node node, int depth) {
        var item = node.item();
        boolean folds =
                narrowed.isNarrow()
                        ? !shown(node.children()).isEmpty()
                        : !node.children().isEmpty();
        boolean isOpen =
                item.key().equals(place.under())
                        || (narrowed.isNarrow()
                                ? folds && !place.turned().contains(item.key())
                                : place.isOpen(node));
        return new OpenRow(node, depth, folds, isOpen);
    }

    private List<Node> shown(List<Node> nodes) {
        return nodes.stream()
                .filter(node -> place.dropped() || !node.item().isDropped())
                .filter(narrowed::shows)
                .toList();
    }
}
