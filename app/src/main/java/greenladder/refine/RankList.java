package greenladder.refine;

import greenladder.core.filter.Grouping;
import greenladder.core.filter.Sorting;
import greenladder.core.item.Item;
import greenladder.core.snapshot.LevelOrder;
import greenladder.core.snapshot.LevelOrder.Run;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.list.Narrowed;
import greenladder.web.Words;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.RandomAccess;
import java.util.Set;
import java.util.function.Function;

/**
 * The items of a place in its order, with the heads of their bands or groups between them. A whole
 * level by rank costs what is drawn of it; a list that is narrowed, sorted or grouped, and a queue,
 * take O(n), or O(n log n) where they are sorted.
 *
 * @param all the items of the level before the filter
 * @param found those that the filter lets through, in the order of the list
 * @param entries heads and items as they stand below each other
 * @param points the points of those found
 * @param unsized how many of them have no size
 */
record RankList(
        List<Node> all, List<Node> found, List<Entry> entries, Amount points, long unsized) {

    private static final Set<String> OF_THE_ITEM =
            Set.of(
                    "level",
                    "category",
                    "kind",
                    "state",
                    "band",
                    "label",
                    "team",
                    "unsized",
                    "blocked",
                    "agenda",
                    "candidate",
                    "question");

    /** A line of the list. */
    sealed interface Entry {
        /** Above the items of a band or a group. */
        record Head(String words, String figures) implements Entry {}

        /**
         * @param position from 1 among the items found
         * @param soFar the points of all items found down to this one
         */
        record Row(Node node, int position, Amount soFar) implements Entry {}
    }

    static RankList of(Snapshot snapshot, RankPlace place, Narrowed narrowed) {
        boolean withDropped = narrowed.asksForDropped();
        if (isKeptByRank(place, narrowed)) {
            var order = snapshot.inOrder(place.product(), place.level());
            return ofLevel(
                    snapshot,
                    order,
                    order.found(
                            new Wanted(place.filter().picks()),
                            node ->
                                    (withDropped || !node.item().isDropped())
                                            && narrowed.finds(node)));
        }
        var all = all(snapshot, place);
        var found = new ArrayList<Node>();
        for (var node : all) {
            if ((withDropped || !node.item().isDropped()) && narrowed.finds(node)) {
                found.add(node);
            }
        }
        var sorted = place.filter().sorting().sorted(narrowed.lens(), found);
        return new RankList(
                all,
                sorted,
                entries(snapshot, place, narrowed, sorted),
                Grouping.pointsOf(sorted),
                sorted.stream().filter(node -> node.rollUp().effective() == null).count());
    }

    /** What is let through where it follows from an item alone. */
    private record Wanted(Map<String, List<String>> picks) {}

    /** Whether the list is by rank, and every pick asks nothing but the item itself. */
    private static boolean isKeptByRank(RankPlace place, Narrowed narrowed) {
        return place.queue() == null
                && place.filter().sorting().equals(Sorting.RANK)
                && place.filter().text().isEmpty()
                && narrowed.groups().isEmpty()
                && OF_THE_ITEM.containsAll(place.filter().picks().keySet());
    }

    private static RankList ofLevel(Snapshot snapshot, LevelOrder order, LevelOrder.Live live) {
        return new RankList(
                order.all(), live, new LevelEntries(snapshot, live), live.points(), live.unsized());
    }

    /** The lines of a whole level: a head where the band is another than above, and the items. */
    private static final class LevelEntries extends AbstractList<Entry> implements RandomAccess {
        private final Snapshot snapshot;
        private final LevelOrder.Live live;
        private final List<Run> runs;

        /** The place among the lines at which each band begins; none where no band is used. */
        private final int[] heads;

        LevelEntries(Snapshot snapshot, LevelOrder.Live live) {
            this.snapshot = snapshot;
            this.live = live;
            runs =
                    live.runs().stream().allMatch(run -> run.band() == null)
                            ? List.of()
                            : live.runs();
            heads = new int[runs.size()];
            int at = 0;
            for (int i = 0; i < heads.length; i++) {
                heads[i] = at;
                at += 1 + runs.get(i).items();
            }
        }

        @Override
        public Entry get(int index) {
            int found = Arrays.binarySearch(heads, index);
            if (found >= 0) {
                var run = runs.get(found);
                var first = live.get(index - found);
                return new Entry.Head(
                        bandName(snapshot, first.item()), figures(run.items(), run.points()));
            }
            // As many heads stand above a line as bands have begun.
            int place = index - (-found - 1);
            return new Entry.Row(live.get(place), place + 1, live.soFar(place));
        }

        @Override
        public int size() {
            return live.size() + heads.length;
        }
    }

    private static List<Node> all(Snapshot snapshot, RankPlace place) {
        var queue = place.queue();
        if (queue == null) {
            return snapshot.level(place.product(), place.level());
        }
        return queue.products().stream()
                .flatMap(code -> snapshot.findProduct(code).stream())
                .flatMap(product ->
                        place.levelIn(product).stream()
                                .flatMap(level -> snapshot.level(product, level).stream()))
                .filter(node -> queue.key().equals(node.item().team()))
                .sorted(
                        Comparator.comparing((Node node) -> node.item().rank())
                                .thenComparing(node -> node.item().key()))
                .toList();
    }

    private static List<Entry> entries(
            Snapshot snapshot, RankPlace place, Narrowed narrowed, List<Node> nodes) {
        var entries = new ArrayList<Entry>();
        var groups = narrowed.groups();
        if (!groups.isEmpty()) {
            for (var group : Grouping.of(groups, nodes)) {
                entries.add(
                        new Entry.Head(
                                String.join(" · ", group.words()),
                                figures(group.nodes().size(), group.points())));
                addRows(group.nodes(), entries);
            }
        } else if (place.filter().sorting().equals(Sorting.RANK)
                && nodes.stream().anyMatch(node -> !bandOf(node.item()).isEmpty())) {
            addBands(snapshot, nodes, entries);
        } else {
            addRows(nodes, entries);
        }
        number(entries);
        return entries;
    }

    private static void addRows(List<Node> nodes, List<Entry> entries) {
        nodes.forEach(node -> entries.add(new Entry.Row(node, 0, Amount.ZERO)));
    }

    /** A head wherever the band is another than that of the item above. */
    private static void addBands(Snapshot snapshot, List<Node> nodes, List<Entry> entries) {
        int from = 0;
        while (from < nodes.size()) {
            var name = bandName(snapshot, nodes.get(from).item());
            int to = from + 1;
            while (to < nodes.size() && bandName(snapshot, nodes.get(to).item()).equals(name)) {
                to++;
            }
            var stretch = nodes.subList(from, to);
            entries.add(new Entry.Head(name, figures(stretch.size(), Grouping.pointsOf(stretch))));
            addRows(stretch, entries);
            from = to;
        }
    }

    private static void number(List<Entry> entries) {
        int position = 0;
        var soFar = Amount.ZERO;
        for (int i = 0; i < entries.size(); i++) {
            if (entries.get(i) instanceof Entry.Row(var node, var p, var s)) {
                var size = node.rollUp().effective();
                soFar = size == null ? soFar : soFar.plus(size);
                entries.set(i, new Entry.Row(node, ++position, soFar));
            }
        }
    }

    static String bandName(Snapshot snapshot, Item item) {
        return snapshot.requireProduct(item.key().product())
                .refining()
                .findBand(bandOf(item))
                .map(band -> band.name())
                .orElse("No band yet");
    }

    /** The key of an item's band; empty for none. */
    static String bandOf(Item item) {
        return Objects.requireNonNullElse(item.details().refinement().band(), "");
    }

    private static String figures(int items, Amount points) {
        return points.equals(Amount.ZERO)
                ? Integer.toString(items)
                : "%d · %s points".formatted(items, Words.of(points));
    }

    /** What is found among the items, stretch by stretch where they are kept so. */
    <T> List<List<T>> gathered(Object what, Function<List<Node>, List<T>> worked) {
        return found instanceof LevelOrder.Live live
                ? live.gathered(what, worked)
                : List.of(worked.apply(found));
    }

    /** "64 items · 287 points · 9 not sized". */
    String inWords() {
        return "%s · %s points%s"
                .formatted(
                        Words.count(found.size(), "item"),
                        Words.of(points),
                        unsized == 0 ? "" : " · %d not sized".formatted(unsized));
    }

    /** The places, from 0, at which some items stand among those found; ascending. */
    List<Integer> placesOf(Collection<ItemKey> keys) {
        var places = new ArrayList<Integer>();
        for (int i = 0; i < found.size(); i++) {
            if (keys.contains(found.get(i).item().key())) {
                places.add(i);
            }
        }
        return places;
    }

    /** The items found without some of them. */
    List<Node> without(Collection<ItemKey> keys) {
        return found.stream().filter(node -> !keys.contains(node.item().key())).toList();
    }
}
