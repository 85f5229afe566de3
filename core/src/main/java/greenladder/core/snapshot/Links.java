package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.item.TraceLink;
import greenladder.core.product.Product;
import greenladder.core.value.ItemKey;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The links of a snapshot's items, read either way. A link whose end is gone is not there. */
public record Links(Snapshot snapshot) {

    /** A link with both of its ends. */
    public record Linked(Item from, TraceLink link, Item to) {
        public String id() {
            return link.id(from.key());
        }

        public boolean isSuspect() {
            return link.isSuspect(from, to);
        }
    }

    /** The links that an item has, in the order of their types. */
    public List<Linked> from(Item item) {
        return item.details().trace().stream()
                .flatMap(link -> end(link.to()).map(to -> new Linked(item, link, to)).stream())
                .filter(linked -> !linked.to().key().equals(item.key()))
                .toList();
    }

    /** The links that lead to an item, in the order of the items that have them. */
    public List<Linked> to(Item item) {
        return linkingTo(item)
                .flatMap(node -> from(node.item()).stream())
                .filter(linked -> linked.to().key().equals(item.key()))
                .toList();
    }

    /** Each once. */
    private Stream<Node> linkingTo(Item item) {
        var direct = snapshot.marked(Mark.LINKED_TO, item.key().toString()).stream();
        return item.details().merged().isEmpty()
                ? direct
                : Stream.concat(
                                direct,
                                item.details().merged().stream()
                                        .flatMap(key ->
                                                snapshot
                                                        .marked(Mark.LINKED_TO, key.toString())
                                                        .stream()))
                        .distinct();
    }

    /** Where a link leads; what was merged into another leads to that. */
    private Optional<Item> end(ItemKey key) {
        return snapshot.findItem(key).or(() -> snapshot.findMergedInto(key));
    }

    public Optional<Linked> find(String id) {
        var parts = id.split("\\.", 2);
        return ItemKey.parse(parts[0]).flatMap(snapshot::findItem).stream()
                .flatMap(item -> from(item).stream())
                .filter(linked -> linked.id().equals(id))
                .findFirst();
    }

    /** Whether anything depends on anything. */
    public boolean hasDependencies() {
        return snapshot.workspace().products().stream()
                .anyMatch(product -> snapshot.countMarked(Mark.DEPENDENT, product.code()) > 0);
    }

    /** What an item depends on itself. */
    public List<Linked> needs(Item item) {
        return item.details().trace().isEmpty()
                ? List.of()
                : from(item).stream()
                        .filter(linked -> linked.link().type() == LinkType.DEPENDS_ON)
                        .toList();
    }

    /** What depends on an item itself. */
    public List<Linked> neededBy(Item item) {
        return to(item).stream()
                .filter(linked -> linked.link().type() == LinkType.DEPENDS_ON)
                .toList();
    }

    /** Whether one of two items is the other or stands above it. */
    public boolean isOneWay(Item one, Item other) {
        return one.key().equals(other.key())
                || snapshot.isUnder(one, other.key())
                || snapshot.isUnder(other, one.key());
    }

    /**
     * The dependencies that lead from one item back to another: what an item needs has to be done
     * before it begins, and what stands below it begins after it and is done before it. Breadth
     * first over the dependencies there are: time O(n × depth) for n of them.
     *
     * @return one after the other, as few as there are; empty where none lead there
     */
    public List<Linked> wayBack(Item start, Item goal) {
        var byAbove = new HashMap<ItemKey, List<Item>>();
        for (var product : snapshot.workspace().products()) {
            dependents(product)
                    .forEach(item ->
                            above(item)
                                    .forEach(key ->
                                            byAbove.computeIfAbsent(key, any -> new ArrayList<>())
                                                    .add(item)));
        }
        var cameBy = new HashMap<Linked, @Nullable Linked>();
        var seen = new HashSet<ItemKey>();
        var open = new ArrayDeque<Step>();
        open.add(new Step(start, null));
        while (!open.isEmpty()) {
            var step = open.remove();
            if (!seen.add(step.at().key())) {
                continue;
            }
            var from =
                    Stream.concat(
                            byAbove.getOrDefault(step.at().key(), List.of()).stream(),
                            snapshot.ancestors(step.at()).stream().map(Node::item));
            for (var linked : from.flatMap(item -> needs(item).stream()).toList()) {
                if (cameBy.containsKey(linked)) {
                    continue;
                }
                cameBy.put(linked, step.by());
                if (isOneWay(linked.to(), goal)) {
                    return way(linked, cameBy);
                }
                open.add(new Step(linked.to(), linked));
            }
        }
        return List.of();
    }

    private record Step(Item at, @Nullable Linked by) {}

    private static List<Linked> way(Linked last, Map<Linked, @Nullable Linked> cameBy) {
        var way = new ArrayList<Linked>();
        for (@Nullable Linked at = last; at != null; at = cameBy.get(at)) {
            way.add(at);
        }
        Collections.reverse(way);
        return List.copyOf(way);
    }

    private Stream<Item> dependents(Product product) {
        return snapshot.marked(Mark.DEPENDENT, product.code()).stream().map(Node::item);
    }

    private Stream<ItemKey> above(Item item) {
        return Stream.concat(
                Stream.of(item.key()),
                snapshot.ancestors(item).stream().map(node -> node.item().key()));
    }
}
