package greenladder.core.trace;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.papers.TestCase;
import greenladder.core.plan.Contradiction;
import greenladder.core.product.Product;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.snapshot.SnapshotDelta;
import greenladder.core.trace.Gap.Kind;
import greenladder.core.value.ItemKey;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.pcollections.HashTreePMap;
import org.pcollections.PMap;
import org.pcollections.PVector;
import org.pcollections.TreePVector;

/**
 * Gaps that rest on more than the item that has them, such as both ends of a link. They are kept
 * from snapshot to snapshot; only where something changed that one rests on is it judged again.
 */
final class KeptGaps {
    private KeptGaps() {}

    private record What(Kind kind, String product) {}

    /** Where an item stands beside others of its product. */
    private record Place(Rank rank, ItemKey key) implements Comparable<Place> {
        static Place of(Item item) {
            return new Place(item.rank(), item.key());
        }

        @Override
        public int compareTo(Place other) {
            int byRank = rank.compareTo(other.rank);
            return byRank == 0 ? key.compareTo(other.key) : byRank;
        }
    }

    private record Placed<T>(Place place, T found) {}

    /** What was found at an item, and where that stood then. */
    private record Judged<T>(Place place, List<T> found) {
        Stream<Placed<T>> placed() {
            return found.stream().map(one -> new Placed<>(place, one));
        }
    }

    /**
     * @param inOrder the same, in rank order of the items
     */
    private record Found<T>(PMap<ItemKey, Judged<T>> byItem, PVector<Placed<T>> inOrder) {
        static <T> Found<T> of(PMap<ItemKey, Judged<T>> byItem) {
            return new Found<>(
                    byItem,
                    TreePVector.from(
                            byItem.values().stream()
                                    .sorted(Comparator.comparing(Judged::place))
                                    .flatMap(Judged::placed)
                                    .toList()));
        }

        /** With other findings at an item, for what it takes to find its place. */
        Found<T> with(ItemKey key, @Nullable Judged<T> now) {
            var before = byItem.get(key);
            if (Objects.equals(before, now)) {
                return this;
            }
            var order = inOrder;
            if (before != null) {
                int at = firstFrom(order, before.place());
                for (int i = 0; i < before.found().size(); i++) {
                    order = order.minus(at);
                }
            }
            if (now == null) {
                return new Found<>(byItem.minus(key), order);
            }
            order = order.plusAll(firstFrom(order, now.place()), now.placed().toList());
            return new Found<>(byItem.plus(key, now), order);
        }

        private static <T> int firstFrom(PVector<Placed<T>> order, Place place) {
            int from = 0;
            int until = order.size();
            while (from < until) {
                int middle = (from + until) >>> 1;
                if (order.get(middle).place().compareTo(place) < 0) {
                    from = middle + 1;
                } else {
                    until = middle;
                }
            }
            return from;
        }

        List<T> all() {
            return new Joined<>(List.of(inOrder), Placed::found);
        }
    }

    /**
     * @param basis what of the workspace it rests on
     * @param owners the items that may have such a gap
     * @param reached the items whose gaps may rest on what changed
     * @param judge the gaps of an item
     */
    private static <T> Found<T> kept(
            Snapshot snapshot,
            What what,
            List<?> basis,
            Supplier<Stream<ItemKey>> owners,
            Function<SnapshotDelta, Stream<ItemKey>> reached,
            Function<Item, List<T>> judge) {
        return snapshot.kept(
                what,
                basis,
                () -> {
                    var whole = HashTreePMap.<ItemKey, Judged<T>>empty();
                    for (var key : owners.get().toList()) {
                        var judged = judged(snapshot, key, judge);
                        whole = judged == null ? whole : whole.plus(key, judged);
                    }
                    return Found.of(whole);
                },
                (before, since) -> {
                    var those =
                            reached.apply(since)
                                    .filter(key -> key.product().equals(what.product()))
                                    .collect(Collectors.toSet());
                    var now = before;
                    for (var key : those) {
                        now = now.with(key, judged(snapshot, key, judge));
                    }
                    return now;
                });
    }

    private static <T> @Nullable Judged<T> judged(
            Snapshot snapshot, ItemKey key, Function<Item, List<T>> judge) {
        return snapshot.findItem(key)
                .map(item -> new Judged<>(Place.of(item), judge.apply(item)))
                .filter(judged -> !judged.found().isEmpty())
                .orElse(null);
    }

    private static <T> PMap<ItemKey, List<T>> judged(
            Snapshot snapshot,
            PMap<ItemKey, List<T>> before,
            Stream<ItemKey> items,
            Function<Item, List<T>> judge) {
        var next = before;
        for (var key : items.toList()) {
            var found = snapshot.findItem(key).map(judge).orElse(List.of());
            if (!found.isEmpty()) {
                next = found.equals(next.get(key)) ? next : next.plus(key, found);
            } else if (next.containsKey(key)) {
                next = next.minus(key);
            }
        }
        return next;
    }

    /** Links, and places under a parent, that somebody should look at again. */
    static List<Gap> suspect(Snapshot snapshot, Product product) {
        return kept(
                        snapshot,
                        new What(Kind.SUSPECT, product.code()),
                        List.of(),
                        () ->
                                Stream.concat(
                                        marked(snapshot, Mark.LINKING, product),
                                        snapshot.marked(Mark.REWORDED, product.code()).stream()
                                                .flatMap(KeptGaps::below)),
                        since ->
                                Stream.concat(
                                        linkedWith(snapshot, since.before().keySet(), since),
                                        since.before().keySet().stream()
                                                .flatMap(key -> snapshot.findNode(key).stream())
                                                .filter(node -> isReworded(node.item(), since))
                                                .flatMap(KeptGaps::below)),
                        item ->
                                Suspicion.of(snapshot, item).stream()
                                        .map(one ->
                                                new Gap(
                                                        Kind.SUSPECT,
                                                        one.from(),
                                                        "%s %s, whose text has changed since"
                                                                .formatted(one.words(), one.to())))
                                        .toList())
                .all();
    }

    /** Items that depend on what is planned later than they are. */
    static List<Gap> late(Snapshot snapshot, Product product) {
        var workspace = snapshot.workspace();
        return kept(
                        snapshot,
                        new What(Kind.BLOCKED_BY_LATER, product.code()),
                        List.of(workspace.sprintsByKey(), workspace.releasesByKey()),
                        () -> marked(snapshot, Mark.DEPENDENT, product),
                        since ->
                                linkedWith(
                                        snapshot,
                                        Stream.concat(
                                                        since.touched().stream(),
                                                        planBelow(snapshot, since))
                                                .collect(Collectors.toSet()),
                                        since),
                        item ->
                                Contradiction.of(snapshot, item).isEmpty()
                                        ? List.<Gap>of()
                                        : List.of(
                                                new Gap(
                                                        Kind.BLOCKED_BY_LATER,
                                                        item.key(),
                                                        "depends on what is planned later, or not"
                                                                + " at all")))
                .all();
    }

    /** The items that a link says are covered. */
    static Set<ItemKey> covered(Snapshot snapshot, Product product) {
        var links = new Links(snapshot);
        Function<Item, List<ItemKey>> judge =
                item ->
                        links.from(item).stream()
                                .filter(linked -> linked.link().type() == LinkType.COVERS)
                                .map(linked -> linked.to().key())
                                .toList();
        return snapshot.kept(
                        new What(Kind.NO_TEST, product.code()),
                        List.of(),
                        () ->
                                Covered.by(
                                        judged(
                                                snapshot,
                                                HashTreePMap.empty(),
                                                marked(snapshot, Mark.LINKING, product),
                                                judge)),
                        (before, since) -> {
                            var those = linkedWith(snapshot, since.before().keySet(), since);
                            var now = judged(snapshot, before.byItem(), those, judge);
                            return now == before.byItem() ? before : Covered.by(now);
                        })
                .items();
    }

    private record Covered(PMap<ItemKey, List<ItemKey>> byItem, Set<ItemKey> items) {
        static Covered by(PMap<ItemKey, List<ItemKey>> byItem) {
            return new Covered(
                    byItem,
                    byItem.values().stream()
                            .flatMap(List::stream)
                            .collect(Collectors.toUnmodifiableSet()));
        }
    }

    /**
     * @param areThere whether the product has any test
     * @param failed what is covered by tests that failed the last time, in the order of the tests
     */
    record Tests(boolean areThere, List<Gap> failed) {}

    static Tests tests(Snapshot snapshot, Product product) {
        var papers = snapshot.workspace().papers();
        return snapshot.kept(
                new What(Kind.TEST_FAILED, product.code()),
                List.of(papers.all()),
                () -> {
                    var last = papers.lastResults(product.code());
                    var tests = papers.of(product.code(), TestCase.class);
                    return new Tests(
                            !tests.isEmpty(),
                            tests.stream()
                                    .filter(test -> {
                                        var result = last.get(test.key());
                                        return result != null && !result.passed();
                                    })
                                    .flatMap(KeptGaps::failed)
                                    .toList());
                },
                (before, since) -> before);
    }

    private static Stream<Gap> failed(TestCase test) {
        return test.covers().stream()
                .sorted()
                .map(item ->
                        new Gap(
                                Kind.TEST_FAILED,
                                item,
                                "“%s” failed last time".formatted(test.name())));
    }

    private static Stream<ItemKey> marked(Snapshot snapshot, Mark mark, Product product) {
        return snapshot.marked(mark, product.code()).stream().map(node -> node.item().key());
    }

    private static Stream<ItemKey> below(Node node) {
        return node.children().stream().map(child -> child.item().key());
    }

    /** Items, and those that have a link to one of them, now or to what was merged into it. */
    private static Stream<ItemKey> linkedWith(
            Snapshot snapshot, Set<ItemKey> items, SnapshotDelta since) {
        var ends = new HashSet<>(items);
        for (var key : items) {
            Stream.concat(snapshot.findItem(key).stream(), before(key, since))
                    .forEach(item -> ends.addAll(item.details().merged()));
        }
        return Stream.concat(
                items.stream(),
                ends.stream()
                        .flatMap(key -> snapshot.marked(Mark.LINKED_TO, key.toString()).stream())
                        .map(node -> node.item().key()));
    }

    private static boolean isReworded(Item item, SnapshotDelta since) {
        return Stream.concat(Stream.of(item), before(item.key(), since))
                .anyMatch(one -> one.details().wording().changedAt() != null);
    }

    private static Stream<Item> before(ItemKey item, SnapshotDelta since) {
        return since.before().getOrDefault(item, Optional.empty()).stream();
    }

    /** What stands below items that went into another sprint or release, and so went along. */
    private static Stream<ItemKey> planBelow(Snapshot snapshot, SnapshotDelta since) {
        var below = new HashSet<ItemKey>();
        since.before()
                .forEach((key, before) ->
                        snapshot.findNode(key)
                                .filter(node ->
                                        before.filter(was -> isPlannedAlike(was, node.item()))
                                                .isEmpty())
                                .ifPresent(node -> node.walk(one -> below.add(one.item().key()))));
        return below.stream();
    }

    private static boolean isPlannedAlike(Item one, Item other) {
        return Objects.equals(one.sprint(), other.sprint())
                && Objects.equals(one.release(), other.release());
    }
}
