package greenladder.live;

import greenladder.core.change.Change;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * What an operation changed, for pages to see whether they show it.
 *
 * @param items keys of the items that changed and of all above them, whose figures changed with
 *     them; empty where they are too many to name
 * @param many whether they are too many, so that everything should be fetched anew
 * @param products codes
 */
record Touched(long operation, String by, Set<String> items, boolean many, Set<String> products) {
    private static final int MOST_NAMED = 400;

    static Touched by(Saved saved) {
        return by(saved, any -> true);
    }

    /**
     * @param seen whether an item is told of
     */
    private static Touched by(Saved saved, Predicate<ItemKey> seen) {
        var items = new TreeSet<String>();
        var products = new TreeSet<String>();
        List<Change> changes = saved.changes();
        // Ranks that are only rewritten look the same as before.
        boolean visible = !saved.actor().handle().equals("system");
        for (var change : changes) {
            if (!visible || !change.differs() || !seen.test(change.item())) {
                continue;
            }
            products.add(change.item().product());
            if (items.size() <= MOST_NAMED) {
                climb(saved, change.item(), items);
                if (change.field().isLink() && seen.test(change.field().linkedTo())) {
                    climb(saved, change.field().linkedTo(), items);
                }
                if (change.field() == Field.PARENT) {
                    change.before(ItemKey.class)
                            .filter(seen)
                            .ifPresent(key -> climb(saved, key, items));
                }
            }
        }
        if (visible) {
            for (var change : saved.plans()) {
                for (var snapshot : List.of(saved.before(), saved.accepted().after())) {
                    products.addAll(snapshot.workspace().productsOf(change.subject()));
                }
            }
        }
        boolean many = items.size() > MOST_NAMED || saved.items().isEmpty() && visible;
        return new Touched(
                saved.operation(), saved.actor().handle(), many ? Set.of() : items, many, products);
    }

    /** What a reader is told of it: nothing of what is, or was, hidden from them. */
    Touched seenBy(SignedIn reader, Saved saved) {
        var before = SnapshotKeeper.hiddenScopeOf(reader, saved.before());
        var after = SnapshotKeeper.hiddenScopeOf(reader, saved.accepted().after());
        if (before.isClear() && after.isClear()) {
            return this;
        }
        var seen = new TreeSet<>(products);
        seen.removeAll(after.products());
        if (!before.roots().equals(after.roots())) {
            // Something came into sight, or went out of it: everything is fetched anew.
            return new Touched(operation, by, Set.of(), !seen.isEmpty(), seen);
        }
        var told =
                by(
                        saved,
                        key ->
                                !before.hides(saved.before(), key)
                                        && !after.hides(saved.accepted().after(), key));
        seen.retainAll(told.products);
        return new Touched(operation, by, told.items, told.many && !seen.isEmpty(), seen);
    }

    boolean isNothing() {
        return products.isEmpty() && !many;
    }

    private static void climb(Saved saved, ItemKey from, Set<String> items) {
        var key = Optional.of(from);
        while (key.isPresent() && items.add(key.get().toString())) {
            key = item(saved, key.get()).map(Item::parent);
        }
    }

    private static Optional<Item> item(Saved saved, ItemKey key) {
        return saved.accepted().after().findItem(key).or(() -> saved.before().findItem(key));
    }
}
