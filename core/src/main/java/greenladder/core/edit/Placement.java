package greenladder.core.edit;

import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.rank.Rank;
import greenladder.core.rank.RankOrder;
import greenladder.core.rank.RankOrder.Slot;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.AbstractList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.RandomAccess;
import java.util.Set;

/**
 * Finds ranks for items that go to a target. The gap is taken in the order of the whole workspace,
 * so that what stands next to each other in one list does so in every other.
 *
 * @param count how many items go there, side by side
 * @param moving those of them that stand somewhere already
 */
record Placement(Snapshot snapshot, String product, Level level, int count, Set<ItemKey> moving) {

    /** Ranks, in ascending order, or what is wrong with the target. */
    sealed interface Placed {
        record At(List<Rank> ranks) implements Placed {}

        record Wrong(String field, String message) implements Placed {}
    }

    Placed at(Target target) {
        return switch (target) {
            case Target.Stay() -> atEnd();
            case Target.Before(var key) -> beside(key, "before", false);
            case Target.After(var key) -> beside(key, "after", true);
            case Target.First() -> standing().isEmpty() ? atEnd() : before(standing().getFirst());
            case Target.Last() -> standing().isEmpty() ? atEnd() : after(standing().getLast());
            case Target.Position(var number) -> toPosition(number);
            case Target.Up() -> pastSibling(true);
            case Target.Down() -> pastSibling(false);
        };
    }

    private Placed beside(ItemKey key, String field, boolean after) {
        if (moving.contains(key)) {
            return new Placed.Wrong(field, "%s cannot be moved beside itself.".formatted(key));
        }
        var item = snapshot.findItem(key);
        if (item.isEmpty()) {
            return new Placed.Wrong(field, "There is no item %s to move beside.".formatted(key));
        }
        return after ? after(slot(item.get())) : before(slot(item.get()));
    }

    private Placed toPosition(int number) {
        var standing = standing();
        if (number < 1 || number > standing.size() + 1) {
            return new Placed.Wrong(
                    "position",
                    "There is no position %,d; positions go from 1 to %,d."
                            .formatted(number, standing.size() + 1));
        }
        if (standing.isEmpty()) {
            return atEnd();
        }
        return number <= standing.size()
                ? before(standing.get(number - 1))
                : after(standing.getLast());
    }

    private Placed pastSibling(boolean up) {
        var siblings = siblingsInView();
        var first = siblings.stream().filter(item -> moving.contains(item.key())).findFirst();
        var last =
                siblings.reversed().stream()
                        .filter(item -> moving.contains(item.key()))
                        .findFirst();
        if (first.isEmpty() || last.isEmpty()) {
            return new Placed.Wrong("to", "There is nothing to move past.");
        }
        int beyond = up ? siblings.indexOf(first.get()) - 1 : siblings.indexOf(last.get()) + 1;
        if (beyond < 0 || beyond >= siblings.size()) {
            return new Placed.Wrong("to", up ? "It is already first." : "It is already last.");
        }
        return up ? before(slot(siblings.get(beyond))) : after(slot(siblings.get(beyond)));
    }

    private List<Item> siblingsInView() {
        var one = snapshot.requireNode(moving.iterator().next()).item();
        return snapshot.siblings(one).stream()
                .map(Node::item)
                .filter(item -> !item.isDropped() || moving.contains(item.key()))
                .toList();
    }

    /** The level's order without the items that are moved. */
    private List<Slot<ItemKey>> standing() {
        var order = snapshot.orderOf(product, level);
        return new Standing(
                order.slots(),
                moving.stream()
                        .map(key -> snapshot.requireNode(key).item())
                        .filter(item ->
                                item.key().product().equals(product) && item.level().equals(level))
                        .mapToInt(item -> order.indexOf(slot(item)))
                        .sorted()
                        .toArray());
    }

    /** A list without some of its places, at a cost of these alone: the list may be long. */
    private static final class Standing extends AbstractList<Slot<ItemKey>>
            implements RandomAccess {
        private final List<Slot<ItemKey>> all;

        /** The places, in ascending order. */
        private final int[] without;

        Standing(List<Slot<ItemKey>> all, int[] without) {
            this.all = all;
            this.without = without;
        }

        @Override
        public Slot<ItemKey> get(int index) {
            int at = Objects.checkIndex(index, size());
            for (int left = 0; left < without.length && without[left] <= at; left++) {
                at++;
            }
            return all.get(at);
        }

        @Override
        public int size() {
            return all.size() - without.length;
        }
    }

    // A moving item's old rank stays taken until the command is done, so gaps are sought between
    // all that stand now.

    private Placed before(Slot<ItemKey> slot) {
        var order = snapshot.order();
        return new Placed.At(
                Rank.spread(
                        rankAt(order, order.indexOf(slot) - 1).orElse(null), slot.rank(), count));
    }

    private Placed after(Slot<ItemKey> slot) {
        var order = snapshot.order();
        return new Placed.At(
                Rank.spread(
                        slot.rank(), rankAt(order, order.indexOf(slot) + 1).orElse(null), count));
    }

    private Placed atEnd() {
        return new Placed.At(
                Rank.spread(snapshot.order().last().map(Slot::rank).orElse(null), null, count));
    }

    private static Optional<Rank> rankAt(RankOrder<ItemKey> order, int index) {
        return index < 0 || index >= order.size()
                ? Optional.empty()
                : Optional.of(order.slots().get(index).rank());
    }

    private static Slot<ItemKey> slot(Item item) {
        return new Slot<>(item.rank(), item.key());
    }
}
