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
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * What hangs on an item, and what it hangs on: what a change of it would touch.
 *
 * @param up ancestors, and what it or one of them contributes to, with their ancestors
 * @param down descendants, and what contributes to it or any of them, with theirs
 * @param dependsOn what has to be done before it, one after the other
 * @param neededBy what cannot begin before it is done
 * @param tests what covers it or anything below
 * @param testCases the keys of the tests that do
 * @param suspect links of it and of what is below that should be looked at again
 */
public record Impact(
        List<ItemKey> up,
        List<ItemKey> down,
        List<ItemKey> dependsOn,
        List<ItemKey> neededBy,
        List<ItemKey> tests,
        List<String> testCases,
        List<Suspicion> suspect) {

    /** Time O(what is found × links of each × depth). */
    public static Impact of(Snapshot snapshot, Node node) {
        var links = new Links(snapshot);
        var item = node.item();
        var down = down(snapshot, links, node);
        var all = new ArrayList<Item>();
        all.add(item);
        down.forEach(key -> snapshot.findItem(key).ifPresent(all::add));
        var tests = new LinkedHashSet<ItemKey>();
        var suspect = new LinkedHashMap<String, Suspicion>();
        var testCases = new LinkedHashSet<String>();
        for (var one : all) {
            snapshot.workspace()
                    .papers()
                    .testsOf(one.key())
                    .forEach(test -> testCases.add(test.key()));
            for (var linked : links.to(one)) {
                if (linked.link().type() == LinkType.COVERS) {
                    tests.add(linked.from().key());
                }
                if (linked.isSuspect()) {
                    suspect.put(linked.id(), Suspicion.of(linked));
                }
            }
            Suspicion.of(snapshot, one).forEach(its -> suspect.put(its.id(), its));
        }
        return new Impact(
                List.copyOf(up(snapshot, links, item)),
                List.copyOf(down),
                closure(item, one -> links.needs(one).stream().map(Linked::to)),
                closure(item, one -> links.neededBy(one).stream().map(Linked::from)),
                List.copyOf(tests),
                List.copyOf(testCases),
                List.copyOf(suspect.values()));
    }

    private static Set<ItemKey> up(Snapshot snapshot, Links links, Item item) {
        var found = new LinkedHashSet<ItemKey>();
        var open = new ArrayDeque<Item>();
        open.add(item);
        while (!open.isEmpty()) {
            var next = open.remove();
            var above =
                    Stream.concat(
                                    Stream.of(next),
                                    snapshot.ancestors(next).stream().map(Node::item))
                            .toList();
            for (var one : above) {
                if (!one.key().equals(item.key())) {
                    found.add(one.key());
                }
                links.from(one).stream()
                        .filter(linked -> linked.link().type() == LinkType.CONTRIBUTES_TO)
                        .map(Linked::to)
                        .filter(to -> !to.key().equals(item.key()) && found.add(to.key()))
                        .forEach(open::add);
            }
        }
        return found;
    }

    private static Set<ItemKey> down(Snapshot snapshot, Links links, Node node) {
        var found = new LinkedHashSet<ItemKey>();
        var open = new ArrayDeque<Node>();
        open.add(node);
        while (!open.isEmpty()) {
            var next = open.remove();
            next.walk(one -> {
                var key = one.item().key();
                boolean isNew = key.equals(node.item().key()) ? one == node : found.add(key);
                if (isNew || one == next) {
                    links.to(one.item()).stream()
                            .filter(linked -> linked.link().type() == LinkType.CONTRIBUTES_TO)
                            .map(linked -> linked.from().key())
                            .filter(from -> !from.equals(node.item().key()) && found.add(from))
                            .forEach(from -> open.add(snapshot.requireNode(from)));
                }
            });
        }
        return found;
    }

    private static List<ItemKey> closure(Item start, Function<Item, Stream<Item>> next) {
        var found = new LinkedHashSet<ItemKey>();
        var open = new ArrayDeque<Item>();
        open.add(start);
        while (!open.isEmpty()) {
            next.apply(open.remove())
                    .filter(item -> !item.key().equals(start.key()) && found.add(item.key()))
                    .forEach(open::add);
        }
        return List.copyOf(found);
    }
}
