package greenladder.breakdown;

import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.list.Narrowed;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A stretch of the rows of an outline that are not folded away, in the order in which they are
 * shown. Time O(stretch, and the items at the top): what stands before and after it is counted, not
 * walked, but for what is narrowed down, which takes O(rows).
 */
final class OutlineRows {
    private final List<OpenRow> rows = new ArrayList<>();
    private final List<Node> tops;
    private final OutlinePlace place;
    private final Narrowed narrowed;

    /** Rows below which not all is as the level says. */
    private final Set<ItemKey> unlike = new HashSet<>();

    /** What was counted one by one. */
    private final Map<ItemKey, Integer> counts = new HashMap<>();

    private final int count;
    private final int from;
    private final int to;

    /** Where the walk is. */
    private int at;

    private int found;

    /**
     * A row.
     *
     * @param depth from 1
     * @param folds whether something stands under it that could be shown
     */
    record OpenRow(Node node, int depth, boolean folds, boolean isOpen) {}

    private OutlineRows(Snapshot snapshot, OutlinePlace place, Narrowed narrowed, int most) {
        this.place = place;
        this.narrowed = narrowed;
        this.tops =
                shown(
                        place.under() == null
                                ? snapshot.roots(place.product())
                                : List.of(snapshot.requireNode(place.under())));
        if (place.under() != null) {
            unlike.add(place.under());
        }
        for (var key : place.turned()) {
            unlike.add(key);
            snapshot.findItem(key).stream()
                    .flatMap(item -> snapshot.ancestors(item).stream())
                    .forEach(above -> unlike.add(above.item().key()));
        }
        count = tops.stream().mapToInt(this::count).sum();
        from = Math.clamp(place.from(), 0, Math.max(0, count - most));
        to = (int) Math.min(count, (long) from + most);
    }

    /**
     * @param most so many rows at most, from the one that the place says
     */
    static OutlineRows of(Snapshot snapshot, OutlinePlace place, Narrowed narrowed, int most) {
        var outline = new OutlineRows(snapshot, place, narrowed, most);
        outline.tops.forEach(top -> outline.walk(top, 1));
        return outline;
    }

    /** Those of the stretch. */
    List<OpenRow> rows() {
        return rows;
    }

    /** Where the stretch begins, from 0, and ends. */
    int from() {
        return from;
    }

    int to() {
        return to;
    }

    /** All that there are. */
    int count() {
        return count;
    }

    /** The rows at the top, which every other row stands under. */
    List<Node> tops() {
        return tops;
    }

    /** How many rows are there for themselves, not for what stands under them. */
    int found() {
        return found;
    }

    /** Itself, and the rows under it. */
    private int count(Node node) {
        if (!narrowed.isNarrow() && !unlike.contains(node.item().key())) {
            return place.isOpen(node) ? 1 + node.below().shown(place.to(), place.dropped()) : 1;
        }
        var known = counts.get(node.item().key());
        return known != null ? known : counted(node);
    }

    private int counted(Node node) {
        int rows =
                isOpen(node) ? 1 + shown(node.children()).stream().mapToInt(this::count).sum() : 1;
        counts.put(node.item().key(), rows);
        found += narrowed.isNarrow() && narrowed.finds(node) ? 1 : 0;
        return rows;
    }

    /** Passes over what ends before the stretch, and ends with it. */
    private void walk(Node node, int depth) {
        if (at >= to) {
            return;
        }
        int here = count(node);
        if (at + here <= from) {
            at += here;
            return;
        }
        if (at >= from) {
            rows.add(new OpenRow(node, depth, folds(node), isOpen(node)));
        }
        at++;
        if (isOpen(node)) {
            shown(node.children()).forEach(child -> walk(child, depth + 1));
        }
    }

    private boolean folds(Node node) {
        return narrowed.isNarrow() ? !shown(node.children()).isEmpty() : !node.children().isEmpty();
    }

    /** What is found is unfolded down to it, unless a row was turned over by hand. */
    private boolean isOpen(Node node) {
        var key = node.item().key();
        return key.equals(place.under())
                || (narrowed.isNarrow()
                        ? folds(node) && !place.turned().contains(key)
                        : place.isOpen(node));
    }

    private List<Node> shown(List<Node> nodes) {
        return nodes.stream()
                .filter(node -> place.dropped() || !node.item().isDropped())
                .filter(narrowed::shows)
                .toList();
    }
}
