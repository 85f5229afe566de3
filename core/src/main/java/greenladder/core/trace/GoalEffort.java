package greenladder.core.trace;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.item.TraceLink;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What each goal takes and how much of it is done: the tree gives every own part one goal, and
 * shares of what contributes elsewhere move a part of it there. Σ over goals and what has no goal
 * is the total.
 *
 * @param byGoal in rank order, by product
 * @param withoutGoal what stands under no goal
 */
public record GoalEffort(Map<ItemKey, Sum> byGoal, Sum withoutGoal, Sum total) {
    /** A hundred percent, in thousandths. */
    private static final int WHOLE = 100_000;

    /**
     * Exact: thousandths of a point, by thousandths of a percent, since that is how shares are
     * told.
     *
     * @param begunPoints what is in progress
     * @param items point leaves
     */
    public record Sum(long points, long donePoints, long begunPoints, long items) {
        static final Sum NONE = new Sum(0, 0, 0, 0);
        private static final int DIGITS = 8;

        public BigDecimal effort() {
            return BigDecimal.valueOf(points, DIGITS).stripTrailingZeros();
        }

        public BigDecimal done() {
            return BigDecimal.valueOf(donePoints, DIGITS).stripTrailingZeros();
        }

        public BigDecimal begun() {
            return BigDecimal.valueOf(begunPoints, DIGITS).stripTrailingZeros();
        }

        Sum plus(Sum other, int times) {
            return new Sum(
                    points + times * other.points,
                    donePoints + times * other.donePoints,
                    begunPoints + times * other.begunPoints,
                    items + times * other.items);
        }

        Sum share(Amount percent) {
            long part = percent.thousandths();
            return new Sum(
                    points / WHOLE * part,
                    donePoints / WHOLE * part,
                    begunPoints / WHOLE * part,
                    0);
        }
    }

    /** Of the products of a snapshot. Time O(goals + what states shares × depth). */
    public static GoalEffort of(Snapshot snapshot) {
        var byGoal = new LinkedHashMap<ItemKey, Sum>();
        var total = Sum.NONE;
        for (var product : snapshot.products()) {
            total = total.plus(of(snapshot.totalOf(product.code())), 1);
            snapshot.level(product, top(product))
                    .forEach(node -> byGoal.put(node.item().key(), whole(node)));
        }
        var tree = byGoal.values().stream().reduce(Sum.NONE, (a, b) -> a.plus(b, 1));
        var effort = new HashMap<Optional<ItemKey>, Sum>();
        byGoal.forEach((key, sum) -> effort.put(Optional.of(key), sum));
        effort.put(Optional.empty(), total.plus(tree, -1));
        share(snapshot, byGoal.keySet(), effort);
        var result = new LinkedHashMap<ItemKey, Sum>();
        byGoal.keySet().forEach(key -> result.put(key, effort.get(Optional.of(key))));
        return new GoalEffort(result, effort.get(Optional.<ItemKey>empty()), total);
    }

    /** The level on which goals stand. */
    public static Level top(Product product) {
        return product.levels().all().getFirst();
    }

    private static Sum of(RollUp rollUp) {
        var size = rollUp.effective();
        return new Sum(
                size == null ? 0 : size.thousandths() * WHOLE,
                rollUp.points().done().thousandths() * WHOLE,
                rollUp.points().inProgress().thousandths() * WHOLE,
                rollUp.leafCount());
    }

    private static Sum whole(Node node) {
        return node.item().isDropped() ? Sum.NONE : of(node.rollUp());
    }

    /** Moves the shares of what contributes to goals. */
    private static void share(
            Snapshot snapshot, Set<ItemKey> goals, Map<Optional<ItemKey>, Sum> effort) {
        var stating = new LinkedHashSet<ItemKey>();
        for (var goal : goals) {
            for (var node : snapshot.marked(Mark.LINKED_TO, goal.toString())) {
                if (!shares(node.item(), goals).isEmpty() && counts(snapshot, node)) {
                    stating.add(node.item().key());
                }
            }
        }
        var own = new HashMap<ItemKey, Sum>();
        stating.forEach(key -> own.put(key, whole(snapshot.requireNode(key))));
        // What stands under another that states shares goes by its own.
        var parts = new HashMap<>(own);
        for (var key : stating) {
            snapshot.ancestors(snapshot.requireNode(key).item()).stream()
                    .map(node -> node.item().key())
                    .filter(stating::contains)
                    .findFirst()
                    .ifPresent(above ->
                            parts.merge(above, own.get(key), (all, less) -> all.plus(less, -1)));
        }
        for (var key : stating) {
            var item = snapshot.requireNode(key).item();
            var home = goalOf(snapshot, item);
            for (var link : shares(item, goals)) {
                var moved =
                        parts.getOrDefault(key, Sum.NONE)
                                .share(Objects.requireNonNullElse(link.share(), Amount.ZERO));
                effort.merge(Optional.of(link.to()), moved, (sum, more) -> sum.plus(more, 1));
                effort.merge(home, moved, (sum, less) -> sum.plus(less, -1));
            }
        }
    }

    private static boolean counts(Snapshot snapshot, Node node) {
        return !node.item().isDropped()
                && snapshot.ancestors(node.item()).stream()
                        .noneMatch(above -> above.item().isDropped());
    }

    /** The shares that an item states of itself, to goals. */
    private static List<TraceLink> shares(Item item, Set<ItemKey> goals) {
        return item.details().trace().stream()
                .filter(link ->
                        link.type() == LinkType.CONTRIBUTES_TO
                                && link.share() != null
                                && goals.contains(link.to()))
                .toList();
    }

    /** The goal that the tree gives an item; empty for none. */
    public static Optional<ItemKey> goalOf(Snapshot snapshot, Item item) {
        var product = snapshot.requireProduct(item.key().product());
        return Stream.concat(Stream.of(item), snapshot.ancestors(item).stream().map(Node::item))
                .filter(one -> one.level().equals(top(product)))
                .map(Item::key)
                .findFirst();
    }

    /** What the goals of a product take together. */
    public Sum ofProduct(String code) {
        return byGoal.entrySet().stream()
                .filter(one -> one.getKey().product().equals(code))
                .map(Map.Entry::getValue)
                .reduce(Sum.NONE, (all, sum) -> all.plus(sum, 1));
    }

    public @Nullable Sum find(ItemKey goal) {
        return byGoal.get(goal);
    }
}
