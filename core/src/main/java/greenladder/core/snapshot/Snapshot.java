package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.rank.RankOrder;
import greenladder.core.rank.RankOrder.Slot;
import greenladder.core.rollup.RollUp;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.pcollections.HashTreePMap;
import org.pcollections.PMap;
import org.pcollections.TreePMap;

/**
 * All planning facts of the workspace at one moment: products, people, items in their tree and in
 * their one order, and the roll-up of each. Immutable; the next one shares what did not change, and
 * recomputes only the paths from changed items to the top.
 */
public final class Snapshot {
    private final Given given;
    private final Nodes nodes;
    private final Indexes indexes;
    private final DeltaLog trail;
    private final @Nullable Restriction restriction;

    /** Of what a restricted snapshot is a part, and what is left out of it. */
    private record Restriction(Snapshot whole, HiddenScope hiddenScope) {}

    /**
     * What nothing else tells.
     *
     * @param goneReaders of what is gone, who alone had seen it; what everybody had seen is not in
     *     here
     */
    private record Given(
            Workspace workspace,
            PMap<String, Integer> lastNumbers,
            PMap<ItemKey, Set<String>> goneReaders) {}

    /** What is found without a pass over the nodes, and follows from them. */
    private record Indexes(Orders orders, ItemIndexes marks, LevelSums sums, LevelOrders levels) {
        Indexes with(LevelSums next) {
            return new Indexes(orders, marks, next, levels);
        }

        Indexes with(LevelOrders next) {
            return new Indexes(orders, marks, sums, next);
        }
    }

    private Snapshot(
            Given given,
            Nodes nodes,
            Indexes indexes,
            DeltaLog trail,
            @Nullable Restriction restriction) {
        this.given = given;
        this.nodes = nodes;
        this.indexes = indexes;
        this.trail = trail;
        this.restriction = restriction;
    }

    public static Snapshot empty() {
        return new Snapshot(
                new Given(Workspace.EMPTY, TreePMap.empty(), HashTreePMap.empty()),
                Nodes.NONE,
                new Indexes(Orders.NONE, ItemIndexes.NONE, LevelSums.NONE, LevelOrders.NONE),
                DeltaLog.start(),
                null);
    }

    private Snapshot with(Given next) {
        return new Snapshot(next, nodes, indexes, trail, restriction);
    }

    private Snapshot with(Indexes next) {
        return new Snapshot(given, nodes, next, trail, restriction);
    }

    /**
     * This snapshot with other products, people, teams, sprints or releases, at the cost of the
     * items in the sprints and releases that changed: their dates follow. What items use of levels
     * and states stays as it was: for those to change, see {@link #with(Workspace, Map)}.
     */
    public Snapshot with(Workspace next) {
        var moved = new HashMap<ItemKey, Optional<Item>>();
        for (var key : planned(next)) {
            moved.put(key, findItem(key));
        }
        return inWorkspace(next).with(moved);
    }

    /** The items in sprints and releases that are other ones in a workspace. */
    private Set<ItemKey> planned(Workspace next) {
        var items = new HashSet<ItemKey>();
        workspace()
                .sprintsByKey()
                .forEach((key, sprint) -> {
                    if (!sprint.equals(next.sprintsByKey().get(key))) {
                        items.addAll(indexes.marks().of(Mark.SPRINT, key));
                    }
                });
        workspace()
                .releasesByKey()
                .forEach((key, release) -> {
                    if (!release.equals(next.releasesByKey().get(key))) {
                        items.addAll(indexes.marks().of(Mark.RELEASE, key));
                    }
                });
        return items;
    }

    private Snapshot inWorkspace(Workspace next) {
        var snapshot = with(new Given(next, given.lastNumbers(), given.goneReaders()));
        boolean sameLevels =
                next.products().stream()
                        .allMatch(product ->
                                findProduct(product.code())
                                        .filter(was -> was.levels().equals(product.levels()))
                                        .isPresent());
        return sameLevels || nodes.isEmpty()
                ? snapshot
                : snapshot.with(indexes.with(LevelSums.of(snapshot)));
    }

    public Snapshot with(Product product) {
        return with(workspace().with(product));
    }

    public Snapshot with(Person person) {
        return with(workspace().with(person));
    }

    /** This snapshot in another workspace, with items changed along with it. */
    public Snapshot with(Workspace next, Map<ItemKey, Optional<Item>> changed) {
        return with(next).with(changed);
    }

    /** This snapshot where no number up to this one is given to a new item of the product. */
    public Snapshot withLastNumber(String product, int number) {
        return number <= lastNumber(product)
                ? this
                : with(
                        new Given(
                                workspace(),
                                given.lastNumbers().plus(product, number),
                                given.goneReaders()));
    }

    /**
     * This snapshot with items as given. Time O(n log n); for loading, where nothing is checked any
     * more.
     */
    public Snapshot withItems(Collection<Item> items) {
        var changed = new HashMap<ItemKey, Optional<Item>>();
        items.forEach(item -> changed.put(item.key(), Optional.of(item)));
        return with(changed);
    }

    /**
     * This snapshot with items replaced, added, or (where empty) taken out. Time O(path), and
     * O(subtree) for what moves or is dropped; at most that of loading what is left.
     */
    public Snapshot with(Map<ItemKey, Optional<Item>> changed) {
        return with(changed, any -> Optional.empty());
    }

    /**
     * @param alike nodes of another snapshot, shared where they hold the very same items
     */
    Snapshot with(Map<ItemKey, Optional<Item>> changed, Function<ItemKey, Optional<Node>> alike) {
        if (changed.isEmpty()) {
            return this;
        }
        if (changed.values().stream().filter(Optional::isEmpty).count() > nodes.size() / 2) {
            return afresh(changed);
        }
        var rebuilt = new Rebuild(this::findNode, changed, workspace(), alike);
        var now = rebuilt.applyTo(nodes);
        var before = new HashMap<ItemKey, Optional<Item>>();
        changed.keySet().forEach(key -> before.put(key, findItem(key)));
        var touched = new HashSet<>(rebuilt.made());
        touched.addAll(changed.keySet());
        var next =
                new Snapshot(
                        new Given(workspace(), given.lastNumbers(), goneReaders(changed)),
                        now,
                        new Indexes(
                                indexes.orders().changed(this::findItem, changed),
                                indexes.marks()
                                        .changed(this::findItem, changed)
                                        .keeping(
                                                indexes.marks(),
                                                touched,
                                                this::findNode,
                                                key -> Optional.ofNullable(now.get(key))),
                                indexes.sums(),
                                indexes.levels()),
                        trail.changed(before, rebuilt.made()),
                        restriction);
        var levels = indexes.levels().changed(touched, this::findNode, next::findNode);
        next = next.with(next.indexes.with(levels));
        var sums =
                nodes.isEmpty()
                        ? LevelSums.of(next)
                        : indexes.sums().changed(this, next, changed.keySet(), rebuilt.made());
        next = next.with(next.indexes.with(sums));
        for (var key : changed.keySet()) {
            next = next.withLastNumber(key.product(), key.number());
        }
        return next;
    }

    /** Where most is taken out, what is left is put together faster than it is cut out. */
    private Snapshot afresh(Map<ItemKey, Optional<Item>> changed) {
        var left = new ArrayList<Item>();
        for (var node : nodes.all()) {
            if (!changed.containsKey(node.item().key())) {
                left.add(node.item());
            }
        }
        changed.values().forEach(item -> item.ifPresent(left::add));
        var items = new HashMap<ItemKey, Optional<Item>>();
        left.forEach(item -> items.put(item.key(), Optional.of(item)));
        return empty().with(new Given(workspace(), given.lastNumbers(), goneReaders(changed)))
                .with(items, this::findNode);
    }

    private PMap<ItemKey, Set<String>> goneReaders(Map<ItemKey, Optional<Item>> changed) {
        var next = given.goneReaders();
        if (next.isEmpty() && indexes.marks().of(Mark.RESERVED, Mark.ANYWHERE).isEmpty()) {
            return next;
        }
        for (var change : changed.entrySet()) {
            var key = change.getKey();
            if (change.getValue().isPresent()) {
                next = next.minus(key);
            } else {
                var readers = findItem(key).flatMap(item -> HiddenScope.readersOf(this, item));
                next = readers.isPresent() ? next.plus(key, readers.get()) : next;
            }
        }
        return next;
    }

    /** Who alone had seen an item that is gone; empty for one that everybody had seen. */
    public Optional<Set<String>> findGoneReaders(ItemKey key) {
        return Optional.ofNullable(given.goneReaders().get(key));
    }

    /** What is gone and had been for named readers only, with these. */
    Map<ItemKey, Set<String>> goneReaders() {
        return given.goneReaders();
    }

    /** This snapshot with what had gone before it was made, for loading. */
    public Snapshot withGoneReaders(Map<ItemKey, Set<String>> readers) {
        return with(
                new Given(workspace(), given.lastNumbers(), given.goneReaders().plusAll(readers)));
    }

    /**
     * This snapshot as the part of another one that somebody sees. Nothing is brought up to date
     * from there: what was worked out of everything is no answer for a part of it, nor the other
     * way about.
     */
    Snapshot restricted(Snapshot whole, HiddenScope hiddenScope) {
        return new Snapshot(
                given, nodes, indexes, DeltaLog.start(), new Restriction(whole, hiddenScope));
    }

    /** This snapshot, restricted as it is, as a part of what the whole is by now. */
    Snapshot partOf(Snapshot whole) {
        return new Snapshot(given, nodes, indexes, trail, new Restriction(whole, hiddenScope()));
    }

    /** Everything there was when this was made, whoever sees it. */
    public Snapshot whole() {
        return restriction == null ? this : restriction.whole();
    }

    /** What is left out of it for whoever sees it so. */
    public HiddenScope hiddenScope() {
        return restriction == null ? HiddenScope.CLEAR : restriction.hiddenScope();
    }

    /** Whether an item that is there, or was, is hidden from whoever sees it so. */
    public boolean hides(ItemKey key) {
        return restriction != null && restriction.hiddenScope().hides(restriction.whole(), key);
    }

    public Workspace workspace() {
        return given.workspace();
    }

    public Collection<Product> products() {
        return workspace().products();
    }

    public Optional<Product> findProduct(String code) {
        return workspace().findProduct(code);
    }

    public Product requireProduct(String code) {
        return workspace().requireProduct(code);
    }

    public Optional<Person> findPerson(@Nullable String handle) {
        return workspace().findPerson(handle);
    }

    public int lastNumber(String product) {
        return given.lastNumbers().getOrDefault(product, 0);
    }

    public int itemCount() {
        return nodes.size();
    }

    public Optional<Node> findNode(ItemKey key) {
        return Optional.ofNullable(nodes.get(key));
    }

    public Node requireNode(ItemKey key) {
        return findNode(key).orElseThrow(() -> new IllegalArgumentException("no item " + key));
    }

    public Optional<Item> findItem(ItemKey key) {
        return findNode(key).map(Node::item);
    }

    /** The item into which one that is gone was merged. */
    public Optional<Item> findMergedInto(ItemKey gone) {
        return indexes.marks().of(Mark.MERGED, gone.toString()).stream()
                .findFirst()
                .flatMap(this::findItem);
    }

    /**
     * The items with a mark, in rank order. Time O(m log m) for as many, once until one of them
     * changes: as long as they and what stands under them are as they were, it is the same list.
     *
     * @param value what the mark is of: the code of a product, the key of a sprint, a release or a
     *     team, the sign-in name of a person
     */
    public List<Node> marked(Mark mark, String value) {
        return indexes.marks()
                .list(
                        new Mark.Of(mark, value),
                        this::requireNode,
                        Comparator.comparing(node -> slot(node.item())));
    }

    public int countMarked(Mark mark, String value) {
        return indexes.marks().of(mark, value).size();
    }

    /** The labels that a product's items have, in the order of the alphabet. */
    public List<String> labels(String product) {
        return List.copyOf(indexes.marks().labelsOf(product).values());
    }

    /** All items of the workspace in rank order. */
    public RankOrder<ItemKey> order() {
        return indexes.orders().all();
    }

    /** A product's items of one level in rank order; a stretch of it costs what it holds. */
    public List<Node> level(Product product, Level level) {
        return inOrder(product, level).all();
    }

    /** A product's items of one level in rank order, with what they come to down to each. */
    public LevelOrder inOrder(Product product, Level level) {
        return indexes.levels().of(new LevelOf(product.code(), level.key()));
    }

    /** The places of a product's items of one level. */
    public RankOrder<ItemKey> orderOf(String product, Level level) {
        return indexes.orders().ofLevel(new LevelOf(product, level.key()));
    }

    /** A product's items without a parent, in rank order, whatever their level. */
    public List<Node> roots(String product) {
        return nodes(indexes.orders().roots(product));
    }

    /**
     * A product's items of one level that are neither done nor dropped nor in a sprint, in rank
     * order; a stretch of it costs what it holds.
     */
    public List<Node> waiting(Product product, Level level) {
        return nodes(indexes.orders().waiting(new LevelOf(product.code(), level.key())));
    }

    /** An item's place, from 1, among its product's items of its level. */
    public int position(Item item) {
        return orderOf(item.key().product(), item.level()).indexOf(slot(item)) + 1;
    }

    /** The items above, the nearest first. */
    public List<Node> ancestors(Item item) {
        var above = new ArrayList<Node>();
        var parent = item.parent();
        while (parent != null) {
            var node = requireNode(parent);
            above.add(node);
            parent = node.item().parent();
        }
        return above;
    }

    /**
     * The items that share its parent, itself among them, in rank order; at the top those of its
     * level without a parent.
     */
    public List<Node> siblings(Item item) {
        return item.parent() == null
                ? roots(item.key().product()).stream()
                        .filter(node -> node.item().level().equals(item.level()))
                        .toList()
                : requireNode(item.parent()).children();
    }

    /** The nearest item that is, or holds, all of these; empty where nothing does. */
    public Optional<Item> holding(Collection<ItemKey> keys) {
        Set<ItemKey> shared = null;
        for (var key : keys) {
            var way = new LinkedHashSet<ItemKey>();
            way.add(key);
            ancestors(requireNode(key).item()).forEach(node -> way.add(node.item().key()));
            if (shared == null) {
                shared = way;
            } else {
                shared.retainAll(way);
            }
        }
        return shared == null
                ? Optional.empty()
                : shared.stream().findFirst().flatMap(this::findItem);
    }

    public boolean isUnder(Item item, ItemKey ancestor) {
        return ancestors(item).stream().anyMatch(node -> node.item().key().equals(ancestor));
    }

    /**
     * What is worked out of this snapshot, kept for those that follow, and brought up to date for
     * them at the cost of what changed in between.
     *
     * @param what names it
     * @param basis what of the workspace it rests on, as the objects that they are: with others it
     *     is worked out anew
     * @param next of what it was, given what changed since
     */
    public <T> T kept(
            Object what, List<?> basis, Supplier<T> whole, BiFunction<T, SnapshotDelta, T> next) {
        return trail.kept(what, basis, whole, next);
    }

    /**
     * What changed since an earlier snapshot, from which this one came; empty where nobody knows,
     * since it came from another, or too much happened in between.
     */
    public Optional<SnapshotDelta> since(Snapshot earlier) {
        return trail.since(earlier.trail);
    }

    /** The total over all items of a product that have no parent. */
    public RollUp totalOf(String product) {
        return indexes.sums().atTheTop(product).total();
    }

    /** The totals of each of a product's levels. */
    public Map<Level, LevelTotal> levelTotals(Product product) {
        var totals = new LinkedHashMap<Level, LevelTotal>();
        for (var level : product.levels().all()) {
            var sum = indexes.sums().of(product.code(), level.key());
            totals.put(level, new LevelTotal(sum.total(), sum.items()));
        }
        return totals;
    }

    private static Slot<ItemKey> slot(Item item) {
        return new Slot<>(item.rank(), item.key());
    }

    private List<Node> nodes(RankOrder<ItemKey> order) {
        return new NodeList(order.slots(), this::requireNode);
    }
}
