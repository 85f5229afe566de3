package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * A snapshot as somebody sees it from whom something is hidden: without these items, and with every
 * figure as if they were not there.
 *
 * @param whole everything there is
 * @param snapshot what is seen of it
 */
public record RestrictedSnapshot(Snapshot whole, HiddenScope hiddenScope, Snapshot snapshot) {

    /**
     * Shares all nodes but those on the way to what is hidden. Time as of {@link
     * Snapshot#with(Map)} for what is hidden and what names it.
     */
    public static RestrictedSnapshot of(Snapshot whole, HiddenScope hiddenScope) {
        var hidden = hiddenScope.hidden(whole);
        var gone = new HashMap<ItemKey, Optional<Item>>();
        for (var key : hidden) {
            whole.findNode(key)
                    .ifPresent(node -> {
                        gone.put(key, Optional.empty());
                        // What stands under an item of a hidden product stands at the top.
                        node.children().forEach(child -> addNaming(child, hidden, gone));
                    });
            whole.marked(Mark.NAMING, key.toString())
                    .forEach(naming -> addNaming(naming, hidden, gone));
        }
        var left = whole.with(gone).with(hiddenScope.seen(whole));
        return new RestrictedSnapshot(whole, hiddenScope, left.restricted(whole, hiddenScope));
    }

    private static void addNaming(
            Node node, Set<ItemKey> hidden, Map<ItemKey, Optional<Item>> gone) {
        var item = node.item();
        if (!hidden.contains(item.key())) {
            gone.put(item.key(), Optional.of(item.without(hidden::contains)));
        }
    }

    /**
     * What is seen after changes of the whole that left the sight as it was. Time as of {@link
     * Snapshot#with(Map)}, and where the plan changed as of that, with what is hidden.
     *
     * @return empty where something came into sight or went out of it, or where too much happened
     */
    public Optional<RestrictedSnapshot> following(Snapshot now) {
        var since = now.since(whole);
        if (since.isEmpty()) {
            return Optional.empty();
        }
        var changed = since.get().before().keySet();
        var items = new HashMap<ItemKey, Optional<Item>>();
        var reserved = new HashMap<ItemKey, Set<String>>();
        Predicate<ItemKey> hidden = key -> hiddenScope.hides(now, key);
        for (var key : changed) {
            var was = whole.findItem(key).map(item -> hiddenScope.hides(whole, key));
            var is = now.findItem(key).map(item -> hiddenScope.hides(now, key));
            if (was.isPresent() && is.isPresent() && !was.equals(is)) {
                return Optional.empty();
            }
            if (!is.or(() -> was).orElse(true)) {
                items.put(key, now.findItem(key).map(item -> item.without(hidden)));
                continue;
            }
            // What it stood under, and stands under now, may look to everybody alike from now on.
            Stream.of(whole, now)
                    .flatMap(one -> one.findItem(key).stream())
                    .flatMap(item -> Stream.ofNullable(item.parent()))
                    .filter(hidden.negate())
                    .forEach(parent ->
                            now.findItem(parent)
                                    .ifPresent(item ->
                                            items.put(parent, Optional.of(item.without(hidden)))));
            if (!hiddenScope.products().contains(key.product())) {
                now.findItem(key)
                        .flatMap(item -> HiddenScope.readersOf(now, item))
                        .or(() -> now.findGoneReaders(key))
                        .ifPresent(readers -> reserved.put(key, readers));
            }
        }
        var next = reserved.isEmpty() ? snapshot : snapshot.withGoneReaders(reserved);
        if (whole.workspace() != now.workspace()) {
            next = next.with(hiddenScope.seen(now));
        }
        next = next.with(items, now::findNode);
        for (var key : changed) {
            next = next.withLastNumber(key.product(), key.number());
        }
        return Optional.of(new RestrictedSnapshot(now, hiddenScope, next.partOf(now)));
    }
}
