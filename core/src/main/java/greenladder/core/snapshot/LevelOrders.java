package greenladder.core.snapshot;

import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.pcollections.HashTreePMap;
import org.pcollections.PMap;

/** The items of every product's levels in rank order. */
final class LevelOrders {
    static final LevelOrders NONE = new LevelOrders(HashTreePMap.empty());

    private final PMap<LevelOf, LevelOrder> orders;

    private static final class Changes {
        final List<Node> removed = new ArrayList<>();
        final List<Node> added = new ArrayList<>();
    }

    private LevelOrders(PMap<LevelOf, LevelOrder> orders) {
        this.orders = orders;
    }

    LevelOrder of(LevelOf level) {
        return orders.getOrDefault(level, LevelOrder.NONE);
    }

    /**
     * These orders with nodes as they are now.
     *
     * @param touched the items whose nodes are new, other ones, or gone
     */
    LevelOrders changed(
            Collection<ItemKey> touched,
            Function<ItemKey, Optional<Node>> before,
            Function<ItemKey, Optional<Node>> after) {
        Map<LevelOf, Changes> changes = new HashMap<>();
        for (var key : touched) {
            before.apply(key).ifPresent(node -> changesOf(changes, node).removed.add(node));
            after.apply(key).ifPresent(node -> changesOf(changes, node).added.add(node));
        }
        var next = orders;
        for (var entry : changes.entrySet()) {
            var order = next.getOrDefault(entry.getKey(), LevelOrder.NONE);
            next =
                    next.plus(
                            entry.getKey(),
                            order.changed(entry.getValue().removed, entry.getValue().added));
        }
        return new LevelOrders(next);
    }

    private static Changes changesOf(Map<LevelOf, Changes> changes, Node node) {
        return changes.computeIfAbsent(LevelOf.of(node.item()), any -> new Changes());
    }
}
