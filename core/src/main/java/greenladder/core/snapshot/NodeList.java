package greenladder.core.snapshot;

import greenladder.core.rank.RankOrder.Slot;
import greenladder.core.value.ItemKey;
import java.util.AbstractList;
import java.util.Iterator;
import java.util.List;
import java.util.RandomAccess;
import java.util.function.Function;

/** The items of an order, looked up when they are asked for: a stretch costs what it holds. */
final class NodeList extends AbstractList<Node> implements RandomAccess {
    private final List<Slot<ItemKey>> slots;
    private final Function<ItemKey, Node> nodes;

    NodeList(List<Slot<ItemKey>> slots, Function<ItemKey, Node> nodes) {
        this.slots = slots;
        this.nodes = nodes;
    }

    @Override
    public Node get(int index) {
        return nodes.apply(slots.get(index).key());
    }

    @Override
    public int size() {
        return slots.size();
    }

    @Override
    public Iterator<Node> iterator() {
        var ahead = slots.iterator();
        return new Iterator<>() {
            @Override
            public boolean hasNext() {
                return ahead.hasNext();
            }

            @Override
            public Node next() {
                return nodes.apply(ahead.next().key());
            }
        };
    }
}
