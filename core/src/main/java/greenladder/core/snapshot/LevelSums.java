package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.rollup.RollUp;
import greenladder.core.rollup.RollUpTotals;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.pcollections.HashTreePMap;
import org.pcollections.PMap;

/**
 * What each level of each product comes to, and each product's items without a parent. An item
 * counts for the product of the item at its top; it counts for nothing where it or anything above
 * it is dropped. Kept by each change, at the cost of the paths and subtrees that it moves.
 */
final class LevelSums {
    static final LevelSums NONE = new LevelSums(HashTreePMap.empty());

    /** In the place of a level: the items at the top. */
    private static final String TOP = "";

    private final PMap<LevelOf, RollUpTotals> sums;

    /** Where an item counts. */
    private record Counted(String product, Node node, boolean top) {}

    private static final class Changes {
        final List<RollUp> removed = new ArrayList<>();
        final List<RollUp> added = new ArrayList<>();
    }

    private LevelSums(PMap<LevelOf, RollUpTotals> sums) {
        this.sums = sums;
    }

    RollUpTotals of(String product, String level) {
        return sums.getOrDefault(new LevelOf(product, level), RollUpTotals.NONE);
    }

    RollUpTotals atTheTop(String product) {
        return of(product, TOP);
    }

    /** One pass over all items, for a snapshot that is loaded or whose levels are other ones. */
    static LevelSums of(Snapshot snapshot) {
        var changes = new HashMap<LevelOf, Changes>();
        for (var product : snapshot.products()) {
            for (var root : snapshot.roots(product.code())) {
                addTree(snapshot, new Counted(product.code(), root, true), changes);
            }
        }
        return NONE.applied(changes);
    }

    private static void addTree(Snapshot snapshot, Counted counted, Map<LevelOf, Changes> changes) {
        if (counted.node().item().isDropped()) {
            return;
        }
        place(snapshot, counted).forEach(at -> changesOf(changes, at).added.add(figures(counted)));
        for (var child : counted.node().children()) {
            addTree(snapshot, new Counted(counted.product(), child, false), changes);
        }
    }

    /**
     * These sums after a change.
     *
     * @param changed the items that were changed, added or taken out
     * @param made the items whose nodes were made anew
     */
    LevelSums changed(
            Snapshot before,
            Snapshot after,
            Collection<ItemKey> changed,
            Collection<ItemKey> made) {
        var touched = new HashSet<>(made);
        for (var key : changed) {
            touched.add(key);
            if (!productOf(before, key).equals(productOf(after, key))) {
                addSubtree(before, key, touched);
                addSubtree(after, key, touched);
            }
        }
        var changes = new HashMap<LevelOf, Changes>();
        for (var key : touched) {
            var was = counted(before, key);
            var now = counted(after, key);
            if (was != null) {
                place(before, was).forEach(at -> changesOf(changes, at).removed.add(figures(was)));
            }
            if (now != null) {
                place(after, now).forEach(at -> changesOf(changes, at).added.add(figures(now)));
            }
        }
        return applied(changes);
    }

    private static void addSubtree(Snapshot snapshot, ItemKey key, Set<ItemKey> keys) {
        snapshot.findNode(key).ifPresent(top -> top.walk(node -> keys.add(node.item().key())));
    }

    private LevelSums applied(Map<LevelOf, Changes> changes) {
        var next = sums;
        for (var entry : changes.entrySet()) {
            var totals = next.getOrDefault(entry.getKey(), RollUpTotals.NONE);
            next =
                    next.plus(
                            entry.getKey(),
                            totals.changed(entry.getValue().removed, entry.getValue().added));
        }
        return new LevelSums(next);
    }

    private static Optional<String> productOf(Snapshot snapshot, ItemKey key) {
        return Optional.ofNullable(counted(snapshot, key)).map(Counted::product);
    }

    /** Null for an item that is not there, dropped, or under a dropped one. */
    private static @Nullable Counted counted(Snapshot snapshot, ItemKey key) {
        var found = snapshot.findNode(key);
        if (found.isEmpty() || found.get().item().isDropped()) {
            return null;
        }
        var item = found.get().item();
        Item top = item;
        while (top.parent() != null) {
            top = snapshot.requireNode(top.parent()).item();
            if (top.isDropped()) {
                return null;
            }
        }
        return new Counted(top.key().product(), found.get(), item.parent() == null);
    }

    private static RollUp figures(Counted counted) {
        return counted.node().rollUp();
    }

    /** A child of another product may stand on a level that this product does not have. */
    private static List<LevelOf> place(Snapshot snapshot, Counted counted) {
        var places = new ArrayList<LevelOf>(2);
        var level = counted.node().item().level();
        snapshot.findProduct(counted.product())
                .map(product -> product.levels().all())
                .filter(levels ->
                        level.index() < levels.size()
                                && levels.get(level.index()).key().equals(level.key()))
                .ifPresent(levels -> places.add(new LevelOf(counted.product(), level.key())));
        if (counted.top()) {
            places.add(new LevelOf(counted.product(), TOP));
        }
        return places;
    }

    private static Changes changesOf(Map<LevelOf, Changes> changes, LevelOf level) {
        return changes.computeIfAbsent(level, any -> new Changes());
    }
}
