package greenladder.core.plan;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What an item brings to a sprint: its own part in points, so that nothing counts twice, or, for a
 * task, its remaining hours.
 *
 * @param amount points or hours; null where the item is not sized, or its hours are not known
 */
public record SprintPart(
        ItemKey item, String sprint, boolean task, @Nullable Amount amount, boolean done) {

    /** What an item brings to the sprint that it is in; empty where it brings nothing to any. */
    public static Optional<SprintPart> of(Snapshot snapshot, ItemKey key) {
        return snapshot.findNode(key).flatMap(node -> of(snapshot, node));
    }

    private static Optional<SprintPart> of(Snapshot snapshot, Node node) {
        var item = node.item();
        if (item.level().carriesPoints() && item.sprint() == null) {
            return Optional.empty();
        }
        var above = snapshot.ancestors(item);
        if (item.isDropped() || above.stream().anyMatch(one -> one.item().isDropped())) {
            return Optional.empty();
        }
        if (item.level().carriesPoints()) {
            return ofPoints(node, item.sprint());
        }
        var sprint =
                item.sprint() != null
                        ? item.sprint()
                        : above.stream()
                                .map(one -> one.item().sprint())
                                .filter(one -> one != null)
                                .findFirst()
                                .orElse(null);
        return sprint == null
                ? Optional.empty()
                : Optional.of(
                        new SprintPart(
                                item.key(), sprint, true, item.remainingHours(), item.isDone()));
    }

    private static Optional<SprintPart> ofPoints(Node node, @Nullable String sprint) {
        var rollUp = node.rollUp();
        var own = ownPart(node);
        boolean brings = !rollUp.hasPointChildren() || own != null && own.thousandths() > 0;
        return sprint == null || !brings
                ? Optional.empty()
                : Optional.of(
                        new SprintPart(
                                node.item().key(),
                                sprint,
                                false,
                                own,
                                rollUp.category() == Category.DONE));
    }

    /**
     * The points of an item that are in none of its children: all of a point leaf's, and what a
     * parent has beyond the sum of its children. Null where there is no size.
     */
    public static @Nullable Amount ownPart(Node node) {
        var rollUp = node.rollUp();
        var effective = rollUp.effective();
        var parts = rollUp.parts();
        return effective == null || parts == null || !rollUp.hasPointChildren()
                ? effective
                : effective.minus(parts);
    }

    /**
     * What stands in a sprint and carries points, in the sprint's own order, the rest as it is
     * ranked. Time O(m log m) in the items that are in the sprint.
     */
    public static List<SprintPart> inSprint(Snapshot snapshot, String sprint) {
        var order =
                snapshot.workspace()
                        .findSprint(sprint)
                        .map(found -> found.plan().order())
                        .orElse(List.of());
        return snapshot.marked(Mark.SPRINT, sprint).stream()
                .filter(node -> node.item().level().carriesPoints())
                .flatMap(node -> of(snapshot, node).stream())
                .sorted(Comparator.comparingInt(part -> place(order, part.item())))
                .toList();
    }

    private static int place(List<ItemKey> order, ItemKey item) {
        int place = order.indexOf(item);
        return place < 0 ? Integer.MAX_VALUE : place;
    }

    /** The tasks of a sprint, those of one story side by side. */
    public static List<SprintPart> tasksIn(Snapshot snapshot, String sprint) {
        var tasks = new ArrayList<SprintPart>();
        for (var node : snapshot.marked(Mark.SPRINT, sprint)) {
            var ahead = new ArrayDeque<Node>();
            ahead.push(node);
            while (!ahead.isEmpty()) {
                var next = ahead.pop();
                var item = next.item();
                if (next != node && item.sprint() != null || item.isDropped()) {
                    continue;
                }
                if (!item.level().carriesPoints()) {
                    of(snapshot, next).ifPresent(tasks::add);
                }
                next.children().reversed().forEach(ahead::push);
            }
        }
        return tasks;
    }

    /**
     * The open point leaves at and under an item, and itself while it brings something of its own.
     */
    static List<ItemKey> toPlan(Node node) {
        if (!node.item().level().carriesPoints()) {
            return List.of(node.item().key());
        }
        var keys = new ArrayList<ItemKey>();
        node.walk(one -> {
            var rollUp = one.rollUp();
            var own = ownPart(one);
            boolean brings = !rollUp.hasPointChildren() || own != null && own.thousandths() > 0;
            if (one.item().level().carriesPoints() && brings && isOpen(one.item())) {
                keys.add(one.item().key());
            }
        });
        return keys;
    }

    /** Whether it is neither done nor dropped. */
    public static boolean isOpen(Item item) {
        return !item.isDone() && !item.isDropped();
    }
}
