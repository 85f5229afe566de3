package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * A snapshot as somebody sees it from whom something is hidden: without these items, and with every
 * figure as if they were not there.
 *
 * @param whole everything there is
 * @param snapshot what is seen of it
 */
public record Seen(Snapshot whole, Sight sight, Snapshot snapshot) {

    /** Time O(n log n) where a product is hidden, else as of {@link Snapshot#with(Map)}. */
    public static Seen of(Snapshot whole, Sight sight) {
        var seen = sight.products().isEmpty() ? whole : without(whole, sight.products());
        var hidden = sight.hidden(seen);
        if (hidden.isEmpty()) {
            return new Seen(whole, sight, seen);
        }
        var gone = new HashMap<ItemKey, Optional<Item>>();
        for (var key : hidden) {
            if (seen.findNode(key).isPresent()) {
                gone.put(key, Optional.empty());
            }
            for (var naming : seen.marked(Mark.NAMING, key.toString())) {
                gone.putIfAbsent(
                        naming.item().key(), Optional.of(naming.item().without(hidden::contains)));
            }
        }
        var left = seen.with(gone).with(seen.workspace().withoutItems(hidden));
        return new Seen(whole, sight, left.apart());
    }

    /** What stands under an item of a hidden product stands at the top. */
    private static Snapshot without(Snapshot whole, Set<String> products) {
        var items = new ArrayList<Item>();
        for (var node : whole.nodes()) {
            var item = node.item();
            if (!products.contains(item.key().product())) {
                items.add(item.without(other -> products.contains(other.product())));
            }
        }
        return whole.remade(whole.workspace().withoutProducts(products), Map.of(), items);
    }

    /**
     * What is seen after changes of the whole that left the sight as it was. Time as of {@link
     * Snapshot#with(Map)}, and where the plan changed as of that, with what is hidden.
     *
     * @return empty where something came into sight or went out of it, or where too much happened
     */
    public Optional<Seen> following(Snapshot now) {
        var since = now.since(whole);
        if (since.isEmpty()) {
            return Optional.empty();
        }
        var changed = since.get().before().keySet();
        var items = new HashMap<ItemKey, Optional<Item>>();
        var reserved = new HashMap<ItemKey, Set<String>>();
        Predicate<ItemKey> hidden = key -> sight.hides(now, key);
        for (var key : changed) {
            var was = whole.findItem(key).map(item -> sight.hides(whole, key));
            var is = now.findItem(key).map(item -> sight.hides(now, key));
            if (was.isPresent() && is.isPresent() && !was.equals(is)) {
                return Optional.empty();
            }
            if (!is.or(() -> was).orElse(true)) {
                items.put(key, now.findItem(key).map(item -> item.without(hidden)));
            } else if (!sight.products().contains(key.product())) {
                now.findItem(key)
                        .flatMap(item -> Sight.readersOf(now, item))
                        .or(() -> now.findGoneReaders(key))
                        .ifPresent(readers -> reserved.put(key, readers));
            }
        }
        var next = reserved.isEmpty() ? snapshot : snapshot.withGoneReaders(reserved);
        if (whole.workspace() != now.workspace()) {
            next = next.with(sight.seen(now));
        }
        next = next.with(items);
        for (var key : changed) {
            next = next.withLastNumber(key.product(), key.number());
        }
        return Optional.of(new Seen(now, sight, next));
    }
}
