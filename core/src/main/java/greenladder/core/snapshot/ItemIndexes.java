package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pcollections.HashTreePMap;
import org.pcollections.HashTreePSet;
import org.pcollections.PMap;
import org.pcollections.PSet;
import org.pcollections.TreePMap;

/**
 * The items by their marks, kept by each change: O(log n) for every mark that comes or goes. A list
 * that was asked for is the same object until one of its items, or what stands under it, changes.
 */
final class ItemIndexes {
    static final ItemIndexes NONE = new ItemIndexes(HashTreePMap.empty(), HashTreePMap.empty());

    /** So many lists are kept; then they begin anew. */
    private static final int MOST_LISTS = 2_000;

    private final PMap<Mark.Of, PSet<ItemKey>> items;

    /** The labels in use, as they were first written, by product and by their small letters. */
    private final PMap<String, TreePMap<String, String>> labels;

    private final AtomicReference<PMap<Mark.Of, List<Node>>> lists =
            new AtomicReference<>(HashTreePMap.empty());

    private ItemIndexes(
            PMap<Mark.Of, PSet<ItemKey>> items, PMap<String, TreePMap<String, String>> labels) {
        this.items = items;
        this.labels = labels;
    }

    Set<ItemKey> of(Mark mark, String value) {
        return items.getOrDefault(new Mark.Of(mark, value), HashTreePSet.empty());
    }

    /** The nodes of the items with a mark, in an order that is theirs alone. */
    List<Node> list(Mark.Of mark, Function<ItemKey, Node> node, Comparator<Node> order) {
        var kept = lists.get().get(mark);
        if (kept != null) {
            return kept;
        }
        // A list of its own also where there is nothing in it: readers tell lists apart.
        var made = new ArrayList<Node>();
        of(mark.mark(), mark.value()).forEach(key -> made.add(node.apply(key)));
        made.sort(order);
        var list = Collections.unmodifiableList(made);
        lists.updateAndGet(now ->
                (now.size() < MOST_LISTS ? now : HashTreePMap.<Mark.Of, List<Node>>empty())
                        .plus(mark, list));
        return list;
    }

    /**
     * These marks with the lists of those before, but for the lists of items that are not as they
     * were. Where what has others under it is moved, dropped or taken up again, all lists are made
     * anew, since that holds for what stands under it too.
     *
     * @param touched what changed, and what stands above it
     */
    ItemIndexes keeping(
            ItemIndexes former,
            Collection<ItemKey> touched,
            Function<ItemKey, Optional<Node>> before,
            Function<ItemKey, Optional<Node>> now) {
        var next = new ItemIndexes(items, labels);
        var kept = former.lists.get();
        for (var key : kept.isEmpty() ? List.<ItemKey>of() : touched) {
            var was = before.apply(key);
            var is = now.apply(key);
            if (isOtherForChildren(was, is)) {
                return next;
            }
            kept = kept.minusAll(was.map(node -> marks(node.item())).orElse(Set.of()));
            kept = kept.minusAll(is.map(node -> marks(node.item())).orElse(Set.of()));
        }
        next.lists.set(kept);
        return next;
    }

    private static boolean isOtherForChildren(Optional<Node> was, Optional<Node> is) {
        boolean isAbove =
                Stream.of(was, is)
                        .flatMap(Optional::stream)
                        .anyMatch(node -> !node.children().isEmpty());
        return isAbove
                && (was.isEmpty()
                        || is.isEmpty()
                        || was.get().item().isDropped() != is.get().item().isDropped()
                        || !Objects.equals(was.get().item().parent(), is.get().item().parent()));
    }

    Map<String, String> labelsOf(String product) {
        return labels.getOrDefault(product, TreePMap.empty());
    }

    ItemIndexes changed(
            Function<ItemKey, Optional<Item>> before, Map<ItemKey, Optional<Item>> changed) {
        var next = this;
        for (var entry : changed.entrySet()) {
            var was = before.apply(entry.getKey());
            var now = entry.getValue();
            var old = was.map(ItemIndexes::marks).orElse(Set.of());
            var fresh = now.map(ItemIndexes::marks).orElse(Set.of());
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

    private ItemIndexes with(Mark.Of mark, ItemKey key) {
        return new ItemIndexes(
                items.plus(mark, items.getOrDefault(mark, HashTreePSet.empty()).plus(key)), labels);
    }

    private ItemIndexes without(Mark.Of mark, ItemKey key) {
        var left = items.getOrDefault(mark, HashTreePSet.<ItemKey>empty()).minus(key);
        var next = left.isEmpty() ? items.minus(mark) : items.plus(mark, left);
        if (mark.mark() != Mark.LABEL || !left.isEmpty()) {
            return new ItemIndexes(next, labels);
        }
        var product = key.product();
        var label = mark.value().substring(product.length() + 1);
        var those = labels.getOrDefault(product, TreePMap.empty()).minus(label);
        return new ItemIndexes(next, labels.plus(product, those));
    }

    private ItemIndexes written(Item item) {
        var product = item.key().product();
        var those = labels.getOrDefault(product, TreePMap.<String, String>empty());
        var next = those;
        for (var label : item.details().labels()) {
            var small = label.toLowerCase(java.util.Locale.ROOT);
            if (!next.containsKey(small)) {
                next = next.plus(small, label);
            }
        }
        return next == those ? this : new ItemIndexes(items, labels.plus(product, next));
    }
}
