package greenladder.core.trace;

import static greenladder.core.trace.Difference.orZero;

import greenladder.core.item.Item;
import greenladder.core.item.TraceLink;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.snapshot.SnapshotDelta;
import greenladder.core.trace.Difference.Points;
import greenladder.core.trace.Difference.Scope;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.pcollections.HashTreePMap;
import org.pcollections.PMap;
import org.pcollections.PSortedSet;
import org.pcollections.TreePSet;

/**
 * A product, or what is below an item, held against what it was: in which ways each item differs.
 * When it has gone on, the comparison is brought up to date at the cost of what changed. What is
 * dropped, or stands under something dropped, is not there.
 */
public final class Comparison {
    private static final Comparator<Place> ORDER =
            Comparator.comparingInt(Place::level).thenComparing(Place::key);

    private final Snapshot then;
    private final Snapshot now;
    private final Scope scope;
    private final PMap<ItemKey, Finding> findings;
    private final Map<Aspect, PSortedSet<Place>> places;
    private final Amount added;
    private final Amount removed;
    private final Amount sizes;

    /** How an item may differ. */
    public enum Aspect {
        ADDED,
        REMOVED,
        /** Under another parent. */
        MOVED,
        RESIZED,
        /** Those that have another place in the order. */
        RERANKED,
        STATE,
        /** Those whose title, description or acceptance criteria read otherwise. */
        TEXT
    }

    /** Where an item stands among those that differ: the higher levels come first. */
    private record Place(int level, ItemKey key) {}

    /**
     * What was found of an item that differs.
     *
     * @param points what it added to the total, or took from it, by coming or going; of what
     *     stayed, how much larger its own size is
     */
    private record Finding(Place place, Set<Aspect> aspects, Amount points) {}

    private Comparison(
            Snapshot then,
            Snapshot now,
            Scope scope,
            PMap<ItemKey, Finding> findings,
            Map<Aspect, PSortedSet<Place>> places,
            Amount added,
            Amount removed,
            Amount sizes) {
        this.then = then;
        this.now = now;
        this.scope = scope;
        this.findings = findings;
        this.places = places;
        this.added = added;
        this.removed = removed;
        this.sizes = sizes;
    }

    /**
     * Time O(changed · log changed, with what is below those that came, went or moved).
     *
     * @param changed whatever may differ; what does not is passed over
     */
    public static Comparison of(
            Snapshot then, Snapshot now, Scope scope, Collection<ItemKey> changed) {
        var keys = new LinkedHashSet<>(changed);
        for (var key : changed) {
            if (isElsewhere(then.findItem(key), now.findItem(key))) {
                addBelow(then, key, keys);
                addBelow(now, key, keys);
            }
        }
        var none = new EnumMap<Aspect, PSortedSet<Place>>(Aspect.class);
        for (var aspect : Aspect.values()) {
            none.put(aspect, TreePSet.empty(ORDER));
        }
        return new Comparison(
                        then,
                        now,
                        scope,
                        HashTreePMap.empty(),
                        none,
                        Amount.ZERO,
                        Amount.ZERO,
                        Amount.ZERO)
                .comparing(keys);
    }

    /**
     * The same against what is later. Time O(changed since, with what is below those that came,
     * went or moved).
     *
     * @param then the items as they were, in the workspace as it is now
     */
    public Comparison goneOn(Snapshot then, Snapshot later, SnapshotDelta since) {
        var keys = new HashSet<>(since.touched());
        since.before()
                .forEach((key, before) -> {
                    if (isElsewhere(before, later.findItem(key))) {
                        addBelow(later, key, keys);
                    }
                });
        return new Comparison(then, later, scope, findings, places, added, removed, sizes)
                .comparing(keys);
    }

    private static void addBelow(Snapshot snapshot, ItemKey key, Set<ItemKey> keys) {
        snapshot.findNode(key).ifPresent(node -> node.walk(one -> keys.add(one.item().key())));
    }

    private static boolean isElsewhere(Optional<Item> then, Optional<Item> now) {
        return then.isEmpty()
                || now.isEmpty()
                || !Objects.equals(then.get().parent(), now.get().parent())
                || then.get().isDropped() != now.get().isDropped();
    }

    private Comparison comparing(Set<ItemKey> keys) {
        var found = findings;
        var placed = new EnumMap<>(places);
        var more = added;
        var less = removed;
        var larger = sizes;
        for (var key : keys) {
            var was = found.get(key);
            if (was != null) {
                was.aspects()
                        .forEach(aspect ->
                                placed.computeIfPresent(
                                        aspect, (any, set) -> set.minus(was.place())));
                more = more.minus(pointsOf(was, Aspect.ADDED));
                less = less.minus(pointsOf(was, Aspect.REMOVED));
                larger = larger.minus(pointsOf(was, Aspect.RESIZED));
                found = found.minus(key);
            }
            var is = find(key);
            if (!is.aspects().isEmpty()) {
                is.aspects()
                        .forEach(aspect ->
                                placed.computeIfPresent(
                                        aspect, (any, set) -> set.plus(is.place())));
                more = more.plus(pointsOf(is, Aspect.ADDED));
                less = less.plus(pointsOf(is, Aspect.REMOVED));
                larger = larger.plus(pointsOf(is, Aspect.RESIZED));
                found = found.plus(key, is);
            }
        }
        return new Comparison(then, now, scope, found, placed, more, less, larger);
    }

    private static Amount pointsOf(Finding finding, Aspect aspect) {
        return finding.aspects().contains(aspect) ? finding.points() : Amount.ZERO;
    }

    private Finding find(ItemKey key) {
        var before = then.findNode(key).filter(node -> scope.has(then, node));
        var after = now.findNode(key).filter(node -> scope.has(now, node));
        if (before.isEmpty() && after.isEmpty()) {
            return new Finding(new Place(0, key), Set.of(), Amount.ZERO);
        }
        if (before.isEmpty() || after.isEmpty()) {
            var node = after.or(() -> before).orElseThrow();
            return new Finding(
                    place(node.item()),
                    EnumSet.of(before.isEmpty() ? Aspect.ADDED : Aspect.REMOVED),
                    own(node));
        }
        var item = after.get().item();
        var was = before.get().item();
        return new Finding(
                place(item), aspects(was, item), orZero(item.size()).minus(orZero(was.size())));
    }

    private static Place place(Item item) {
        return new Place(item.level().index(), item.key());
    }

    private static Set<Aspect> aspects(Item before, Item after) {
        var aspects = EnumSet.noneOf(Aspect.class);
        if (!Objects.equals(before.parent(), after.parent())) {
            aspects.add(Aspect.MOVED);
        }
        if (!Objects.equals(before.size(), after.size())) {
            aspects.add(Aspect.RESIZED);
        }
        if (!before.rank().equals(after.rank())) {
            aspects.add(Aspect.RERANKED);
        }
        if (!before.state().key().equals(after.state().key())) {
            aspects.add(Aspect.STATE);
        }
        if (!TraceLink.textOf(before).equals(TraceLink.textOf(after))) {
            aspects.add(Aspect.TEXT);
        }
        return aspects;
    }

    /** What an item adds to the total beyond what stands below it. */
    private static Amount own(Node node) {
        var own = orZero(node.rollUp().effective());
        if (!node.item().level().carriesPoints()) {
            return Amount.ZERO;
        }
        for (var child : node.children()) {
            if (!child.item().isDropped() && child.item().level().carriesPoints()) {
                own = own.minus(orZero(child.rollUp().effective()));
            }
        }
        return own;
    }

    public Snapshot then() {
        return then;
    }

    public Snapshot now() {
        return now;
    }

    /** How many items differ in a way. */
    public int count(Aspect aspect) {
        return placesOf(aspect).size();
    }

    /** The items that differ in a way, those of higher levels first. */
    public Stream<ItemKey> items(Aspect aspect) {
        return placesOf(aspect).stream().map(Place::key);
    }

    private PSortedSet<Place> placesOf(Aspect aspect) {
        return Objects.requireNonNull(places.get(aspect));
    }

    public Points points() {
        var before = scope.total(then);
        var after = scope.total(now);
        return new Points(
                before,
                after,
                added,
                removed,
                after.minus(before).minus(added).plus(removed),
                sizes);
    }

    /** All that differs. Time O(differing). */
    public Difference difference() {
        return new Difference(
                sorted(Aspect.ADDED),
                sorted(Aspect.REMOVED),
                sorted(Aspect.MOVED),
                sorted(Aspect.RESIZED),
                sorted(Aspect.RERANKED),
                sorted(Aspect.STATE),
                sorted(Aspect.TEXT),
                points());
    }

    private List<ItemKey> sorted(Aspect aspect) {
        return items(aspect).sorted().toList();
    }
}
