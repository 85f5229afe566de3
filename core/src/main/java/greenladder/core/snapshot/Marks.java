package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pcollections.HashTreePMap;
import org.pcollections.HashTreePSet;
import org.pcollections.PMap;
import org.pcollections.PSet;
import org.pcollections.TreePMap;

/** The items by their marks, kept by each change: O(log n) for every mark that comes or goes. */
final class Marks {
    static final Marks NONE = new Marks(HashTreePMap.empty(), HashTreePMap.empty());

    private final PMap<Mark.Of, PSet<ItemKey>> items;

    /** The labels in use, as they were first written, by product and by their small letters. */
    private final PMap<String, TreePMap<String, String>> labels;

    private Marks(
            PMap<Mark.Of, PSet<ItemKey>> items, PMap<String, TreePMap<String, String>> labels) {
        this.items = items;
        this.labels = labels;
    }

    Set<ItemKey> of(Mark mark, String value) {
        return items.getOrDefault(new Mark.Of(mark, value), HashTreePSet.empty());
    }

    Map<String, String> labelsOf(String product) {
        return labels.getOrDefault(product, TreePMap.empty());
    }

    Marks changed(Function<ItemKey, Optional<Item>> before, Map<ItemKey, Optional<Item>> changed) {
        var next = this;
        for (var entry : changed.entrySet()) {
            var was = before.apply(entry.getKey());
            var now = entry.getValue();
            var old = was.map(Marks::marks).orElse(Set.of());
            var fresh = now.map(Marks::marks).orElse(Set.of());
            for (var mark : old) {
                if (!fresh.contains(mark)) {
                    next = next.without(mark, entry.getKey());
                }
            }
            for (var mark : fresh) {
                if (!old.contains(mark)) {
                    next = next.with(mark, entry.getKey());
                }
            }
            if (now.isPresent()) {
                next = next.written(now.get());
            }
        }
        return next;
    }

    private static Set<Mark.Of> marks(Item item) {
        return Mark.of(item).collect(Collectors.toCollection(HashSet::new));
    }

    private Marks with(Mark.Of mark, ItemKey key) {
        return new Marks(
                items.plus(mark, items.getOrDefault(mark, HashTreePSet.empty()).plus(key)), labels);
    }

    private Marks without(Mark.Of mark, ItemKey key) {
        var left = items.getOrDefault(mark, HashTreePSet.<ItemKey>empty()).minus(key);
        var next = left.isEmpty() ? items.minus(mark) : items.plus(mark, left);
        if (mark.mark() != Mark.LABEL || !left.isEmpty()) {
            return new Marks(next, labels);
        }
        var product = key.product();
        var label = mark.value().substring(product.length() + 1);
        var those = labels.getOrDefault(product, TreePMap.empty()).minus(label);
        return new Marks(next, labels.plus(product, those));
    }

    private Marks written(Item item) {
        var product = item.key().product();
        var those = labels.getOrDefault(product, TreePMap.<String, String>empty());
        var next = those;
        for (var label : item.details().labels()) {
            var small = label.toLowerCase(java.util.Locale.ROOT);
            if (!next.containsKey(small)) {
                next = next.plus(small, label);
            }
        }
        return next == those ? this : new Marks(items, labels.plus(product, next));
    }
}
