package greenladder.core.trace;

import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;

/**
 * One item's thread: the way up to its goal, and everything down to its tasks, laid out from left
 * to right.
 *
 * @param strands the items in reading order: parents before children
 * @param rows how many rows the layout is high
 */
public record ItemThread(List<Strand> strands, int rows) {

    /**
     * An item on the thread.
     *
     * @param column the level's index, from 0 at the left
     * @param row its place from the top; between rows where it stands beside the middle of a few
     *     children
     * @param onWay whether it is the item itself or stands above it
     * @param hidden how many children are left out here, because a thread draws only so many
     */
    public record Strand(Node node, int column, double row, boolean onWay, int hidden) {}

    /**
     * The thread of an item.
     *
     * @param most the most items to draw under it; where a parent's children do not fit any more,
     *     they are counted as hidden
     */
    public static ItemThread of(Snapshot snapshot, ItemKey key, int most) {
        var start = snapshot.requireNode(key);
        var reading = new ArrayList<Node>();
        var hidden = new HashMap<ItemKey, Integer>();
        choose(start, most, reading, hidden);
        var rows = rows(reading, hidden);
        var above = snapshot.ancestors(start.item()).reversed();
        var strands = new ArrayList<Strand>();
        double startRow = rows.of(start);
        above.forEach(node -> strands.add(strand(node, startRow, true, 0)));
        for (var node : reading) {
            strands.add(
                    strand(
                            node,
                            rows.of(node),
                            node == start,
                            hidden.getOrDefault(node.item().key(), 0)));
        }
        return new ItemThread(List.copyOf(strands), rows.count());
    }

    private static Strand strand(Node node, double row, boolean onWay, int hidden) {
        return new Strand(node, node.item().level().index(), row, onWay, hidden);
    }

    /**
     * Takes in level after level, so that what is left out is always the lowest; then orders it for
     * reading.
     */
    private static void choose(
            Node start, int most, List<Node> reading, HashMap<ItemKey, Integer> hidden) {
        int room = most;
        var ahead = new ArrayDeque<Node>(List.of(start));
        while (!ahead.isEmpty()) {
            var node = ahead.poll();
            int children = node.children().size();
            if (children > room) {
                hidden.put(node.item().key(), children);
            } else {
                room -= children;
                ahead.addAll(node.children());
            }
        }
        var stack = new ArrayDeque<Node>(List.of(start));
        while (!stack.isEmpty()) {
            var node = stack.pop();
            reading.add(node);
            if (!hidden.containsKey(node.item().key())) {
                node.children().reversed().forEach(stack::push);
            }
        }
    }

    private record Rows(HashMap<ItemKey, Double> byItem, int count) {
        double of(Node node) {
            return byItem.getOrDefault(node.item().key(), 0.0);
        }
    }

    /**
     * Leaves take a row each; a parent stands half-way between its first and last child, but never
     * more than a row below the first, so that a tall thread begins at its top.
     */
    private static Rows rows(List<Node> reading, HashMap<ItemKey, Integer> hidden) {
        var rows = new HashMap<ItemKey, Double>();
        int next = 0;
        for (var node : reading) {
            if (node.children().isEmpty() || hidden.containsKey(node.item().key())) {
                rows.put(node.item().key(), (double) next++);
            }
        }
        for (var node : reading.reversed()) {
            var key = node.item().key();
            if (!rows.containsKey(key)) {
                double first = rows.getOrDefault(node.children().getFirst().item().key(), 0.0);
                double last = rows.getOrDefault(node.children().getLast().item().key(), 0.0);
                rows.put(key, Math.min((first + last) / 2, first + 1));
            }
        }
        return new Rows(rows, Math.max(1, next));
    }
}
