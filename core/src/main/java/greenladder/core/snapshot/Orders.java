package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.rank.RankOrder;
import greenladder.core.rank.RankOrder.Slot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * The one order and its parts: by product and level, the items without a parent by product, and by
 * level those that wait to be planned.
 */
record Orders(
        RankOrder<ItemKey> all,
        Map<LevelOf, RankOrder<ItemKey>> byLevel,
        Map<String, RankOrder<ItemKey>> rootsByProduct,
        Map<LevelOf, RankOrder<ItemKey>> waitingByLevel) {
    static final Orders NONE = new Orders(RankOrder.empty(), Map.of(), Map.of(), Map.of());

    RankOrder<ItemKey> ofLevel(LevelOf level) {
        return byLevel.getOrDefault(level, RankOrder.empty());
    }

    RankOrder<ItemKey> roots(String product) {
        return rootsByProduct.getOrDefault(product, RankOrder.empty());
    }

    /** Of a level, what is neither done nor dropped nor in a sprint. */
    RankOrder<ItemKey> waiting(LevelOf level) {
        return waitingByLevel.getOrDefault(level, RankOrder.empty());
    }

    Orders changed(Function<ItemKey, Optional<Item>> before, Map<ItemKey, Optional<Item>> changed) {
        var every = new Moves();
        var levels = new HashMap<LevelOf, Moves>();
        var roots = new HashMap<String, Moves>();
        var waiting = new HashMap<LevelOf, Moves>();
        changed.forEach((key, now) -> {
            var was = before.apply(key);
            if (was.isPresent() && now.isPresent() && standsAlike(was.get(), now.get())) {
                return;
            }
            was.ifPresent(item -> {
                every.removed.add(slot(item));
                levels.computeIfAbsent(LevelOf.of(item), any -> new Moves())
                        .removed
                        .add(slot(item));
                if (item.parent() == null) {
                    roots.computeIfAbsent(key.product(), any -> new Moves())
                            .removed
                            .add(slot(item));
                }
                if (waits(item)) {
                    waiting.computeIfAbsent(LevelOf.of(item), any -> new Moves())
                            .removed
                            .add(slot(item));
                }
            });
            now.ifPresent(item -> {
                every.added.add(slot(item));
                levels.computeIfAbsent(LevelOf.of(item), any -> new Moves()).added.add(slot(item));
                if (item.parent() == null) {
                    roots.computeIfAbsent(key.product(), any -> new Moves()).added.add(slot(item));
                }
                if (waits(item)) {
                    waiting.computeIfAbsent(LevelOf.of(item), any -> new Moves())
                            .added
                            .add(slot(item));
                }
            });
        });
        return new Orders(
                every.applyTo(all),
                applied(byLevel, levels),
                applied(rootsByProduct, roots),
                applied(waitingByLevel, waiting));
    }

    private static <K> Map<K, RankOrder<ItemKey>> applied(
            Map<K, RankOrder<ItemKey>> orders, Map<K, Moves> moves) {
        if (moves.isEmpty()) {
            return orders;
        }
        var next = new HashMap<>(orders);
        moves.forEach((key, some) ->
                next.put(key, some.applyTo(orders.getOrDefault(key, RankOrder.empty()))));
        return next;
    }

    private static boolean standsAlike(Item was, Item now) {
        return was.rank().equals(now.rank())
                && was.level().key().equals(now.level().key())
                && (was.parent() == null) == (now.parent() == null)
                && waits(was) == waits(now);
    }

    private static boolean waits(Item item) {
        return item.sprint() == null && !item.isDone() && !item.isDropped();
    }

    private static Slot<ItemKey> slot(Item item) {
        return new Slot<>(item.rank(), item.key());
    }

    private static final class Moves {
        final List<Slot<ItemKey>> removed = new ArrayList<>();
        final List<Slot<ItemKey>> added = new ArrayList<>();

        RankOrder<ItemKey> applyTo(RankOrder<ItemKey> order) {
            return order.changed(removed, added);
        }
    }
}
