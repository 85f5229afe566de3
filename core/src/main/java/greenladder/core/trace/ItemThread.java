package greenladder.core.trace;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Links.Linked;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * One item's surroundings: the way up to its goal, everything down to its tasks, and what is linked
 * to any of these.
 *
 * @param strands the items in reading order: parents before children, then what is linked
 * @param ties what connects them
 */
public record ItemThread(List<Strand> strands, List<Tie> ties) {

    /**
     * What of the surroundings is wanted.
     *
     * @param types the links that are followed
     * @param folded what is below these is left out
     * @param most the most items under the one asked about, and the most that are linked; where a
     *     parent's children do not fit any more, they are counted as hidden
     */
    public record Asked(Set<LinkType> types, Set<ItemKey> folded, int most) {}

    /**
     * An item on the thread.
     *
     * @param onWay whether it is the item itself or stands above it
     * @param linked whether only a link led to it
     * @param hidden how many children are left out here
     */
    public record Strand(Node node, boolean onWay, boolean linked, int hidden) {}

    /**
     * A line between two items on the thread.
     *
     * @param from the parent, or the item that has the link
     * @param link null for a parent and its child
     */
    public record Tie(ItemKey from, ItemKey to, @Nullable Linked link, boolean onWay) {
        public boolean isSuspect() {
            return link != null && link.isSuspect();
        }
    }

    /**
     * What is folded at first, so that what is drawn under an item can be taken in at a glance: the
     * lowest branches that do not fit any more. What stands right under the item is always drawn.
     *
     * @param most items under it
     */
    public static Set<ItemKey> foldedAtFirst(Snapshot snapshot, ItemKey key, int most) {
        var hidden = new HashMap<ItemKey, Integer>();
        var start = snapshot.requireNode(key);
        below(start, new Asked(Set.of(), Set.of(), most), hidden);
        return hidden.containsKey(key)
                ? start.children().stream()
                        .filter(child -> !child.children().isEmpty())
                        .map(child -> child.item().key())
                        .collect(Collectors.toUnmodifiableSet())
                : Set.copyOf(hidden.keySet());
    }

    /** Time O(items on the thread + their links). */
    public static ItemThread of(Snapshot snapshot, ItemKey key, Asked asked) {
        var start = snapshot.requireNode(key);
        var hidden = new HashMap<ItemKey, Integer>();
        var strands = new LinkedHashMap<ItemKey, Strand>();
        snapshot.ancestors(start.item())
                .reversed()
                .forEach(node -> strands.put(node.item().key(), new Strand(node, true, false, 0)));
        for (var node : below(start, asked, hidden)) {
            var its = node.item().key();
            strands.put(its, new Strand(node, node == start, false, hidden.getOrDefault(its, 0)));
        }
        addLinked(snapshot, asked, strands);
        return new ItemThread(List.copyOf(strands.values()), ties(snapshot, asked, strands));
    }

    /**
     * Takes in level after level, so that what is left out is always the lowest; then orders it for
     * reading.
     */
    private static List<Node> below(Node start, Asked asked, Map<ItemKey, Integer> hidden) {
        int room = asked.most();
        var ahead = new ArrayDeque<Node>(List.of(start));
        while (!ahead.isEmpty()) {
            var node = ahead.poll();
            int children = node.children().size();
            if (children > room || asked.folded().contains(node.item().key())) {
                hidden.put(node.item().key(), children);
            } else {
                room -= children;
                ahead.addAll(node.children());
            }
        }
        var reading = new ArrayList<Node>();
        var stack = new ArrayDeque<Node>(List.of(start));
        while (!stack.isEmpty()) {
            var node = stack.pop();
            reading.add(node);
            if (!hidden.containsKey(node.item().key())) {
                node.children().reversed().forEach(stack::push);
            }
        }
        return reading;
    }

    private static void addLinked(Snapshot snapshot, Asked asked, Map<ItemKey, Strand> strands) {
        int room = asked.most();
        for (var strand : List.copyOf(strands.values())) {
            var item = strand.node().item();
            for (var linked : links(snapshot, asked, item).toList()) {
                var other = linked.from().key().equals(item.key()) ? linked.to() : linked.from();
                if (room > 0 && !strands.containsKey(other.key())) {
                    room--;
                    var node = snapshot.requireNode(other.key());
                    strands.put(other.key(), new Strand(node, false, true, node.children().size()));
                }
            }
        }
    }

    private static Stream<Linked> links(Snapshot snapshot, Asked asked, Item item) {
        if (asked.types().isEmpty()) {
            return Stream.empty();
        }
        var links = new Links(snapshot);
        return Stream.concat(
                        item.details().trace().isEmpty()
                                ? Stream.empty()
                                : links.from(item).stream(),
                        links.to(item).stream())
                .filter(linked -> asked.types().contains(linked.link().type()));
    }

    private static List<Tie> ties(Snapshot snapshot, Asked asked, Map<ItemKey, Strand> strands) {
        var ties = new ArrayList<Tie>();
        for (var strand : strands.values()) {
            var item = strand.node().item();
            var parent = item.parent() == null ? null : strands.get(item.parent());
            if (parent != null) {
                ties.add(
                        new Tie(
                                parent.node().item().key(),
                                item.key(),
                                null,
                                parent.onWay() && strand.onWay()));
            }
            if (!asked.types().isEmpty() && !item.details().trace().isEmpty()) {
                new Links(snapshot)
                        .from(item).stream()
                                .filter(one -> asked.types().contains(one.link().type()))
                                .filter(one -> strands.containsKey(one.to().key()))
                                .forEach(one ->
                                        ties.add(new Tie(item.key(), one.to().key(), one, false)));
            }
        }
        return List.copyOf(ties);
    }
}
