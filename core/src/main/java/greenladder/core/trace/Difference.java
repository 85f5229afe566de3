package greenladder.core.trace;

import greenladder.core.item.Amount;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.TraceLink;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import org.jspecify.annotations.Nullable;

/**
 * What changed in a product, or below an item, between two moments. What is dropped, or stands
 * under something dropped, is not there.
 *
 * @param reranked those among them that have another place in the order
 * @param text those whose title, description or acceptance criteria read otherwise
 */
public record Difference(
        List<ItemKey> added,
        List<ItemKey> removed,
        List<ItemKey> moved,
        List<ItemKey> resized,
        List<ItemKey> reranked,
        List<ItemKey> state,
        List<ItemKey> text,
        Points points) {

    /** Now − then = added − removed + resized. */
    public record Points(Amount then, Amount now, Amount added, Amount removed, Amount resized) {}

    /** All that is to be compared. */
    public record Scope(String product, @Nullable ItemKey under) {
        private boolean has(Snapshot snapshot, Node node) {
            var item = node.item();
            return item.key().product().equals(product)
                    && !item.isDropped()
                    && snapshot.ancestors(item).stream().noneMatch(one -> one.item().isDropped())
                    && (under == null || item.key().equals(under) || snapshot.isUnder(item, under));
        }

        private Amount total(Snapshot snapshot) {
            return under == null
                    ? orZero(snapshot.totalOf(product).effective())
                    : snapshot.findNode(under)
                            .filter(node -> has(snapshot, node))
                            .map(node -> orZero(node.rollUp().effective()))
                            .orElse(Amount.ZERO);
        }
    }

    private static Amount orZero(@Nullable Amount amount) {
        return amount == null ? Amount.ZERO : amount;
    }

    /**
     * Time O(changed, with what is below those that came, went or moved).
     *
     * @param changed whatever may differ; what does not is passed over
     */
    public static Difference between(
            Snapshot then, Snapshot now, Scope scope, Collection<ItemKey> changed) {
        var builder = new Builder(then, now, scope);
        var keys = new LinkedHashSet<>(changed);
        for (var key : changed) {
            if (isElsewhere(then.findItem(key), now.findItem(key))) {
                then.findNode(key).ifPresent(node -> node.walk(one -> keys.add(one.item().key())));
                now.findNode(key).ifPresent(node -> node.walk(one -> keys.add(one.item().key())));
            }
        }
        keys.stream().sorted().forEach(builder::compare);
        return builder.build();
    }

    private static boolean isElsewhere(Optional<Item> then, Optional<Item> now) {
        return then.isEmpty()
                || now.isEmpty()
                || !Objects.equals(then.get().parent(), now.get().parent())
                || then.get().isDropped() != now.get().isDropped();
    }

    private static final class Builder {
        private final Snapshot then;
        private final Snapshot now;
        private final Scope scope;
        private final List<ItemKey> added = new ArrayList<>();
        private final List<ItemKey> removed = new ArrayList<>();
        private final List<ItemKey> moved = new ArrayList<>();
        private final List<ItemKey> resized = new ArrayList<>();
        private final List<ItemKey> reranked = new ArrayList<>();
        private final List<ItemKey> state = new ArrayList<>();
        private final List<ItemKey> text = new ArrayList<>();
        private Amount pointsAdded = Amount.ZERO;
        private Amount pointsRemoved = Amount.ZERO;

        Builder(Snapshot then, Snapshot now, Scope scope) {
            this.then = then;
            this.now = now;
            this.scope = scope;
        }

        void compare(ItemKey key) {
            var before = then.findNode(key).filter(node -> scope.has(then, node));
            var after = now.findNode(key).filter(node -> scope.has(now, node));
            if (before.isEmpty() && after.isPresent()) {
                added.add(key);
                pointsAdded = pointsAdded.plus(own(after.get()));
            } else if (before.isPresent() && after.isEmpty()) {
                removed.add(key);
                pointsRemoved = pointsRemoved.plus(own(before.get()));
            } else if (before.isPresent()) {
                compare(key, before.get().item(), after.orElseThrow().item());
            }
        }

        private void compare(ItemKey key, Item before, Item after) {
            keep(moved, key, before, after, (a, b) -> Objects.equals(a.parent(), b.parent()));
            keep(resized, key, before, after, (a, b) -> Objects.equals(a.size(), b.size()));
            keep(reranked, key, before, after, (a, b) -> a.rank().equals(b.rank()));
            keep(state, key, before, after, (a, b) -> a.state().key().equals(b.state().key()));
            keep(
                    text,
                    key,
                    before,
                    after,
                    (a, b) -> TraceLink.textOf(a).equals(TraceLink.textOf(b)));
        }

        private static void keep(
                List<ItemKey> list,
                ItemKey key,
                Item before,
                Item after,
                BiPredicate<Item, Item> isSame) {
            if (!isSame.test(before, after)) {
                list.add(key);
            }
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

        Difference build() {
            var before = scope.total(then);
            var after = scope.total(now);
            return new Difference(
                    List.copyOf(added),
                    List.copyOf(removed),
                    List.copyOf(moved),
                    List.copyOf(resized),
                    List.copyOf(reranked),
                    List.copyOf(state),
                    List.copyOf(text),
                    new Points(
                            before,
                            after,
                            pointsAdded,
                            pointsRemoved,
                            after.minus(before).minus(pointsAdded).plus(pointsRemoved)));
        }
    }

    /** All items that it names, once each. */
    public Set<ItemKey> all() {
        var all = new LinkedHashSet<ItemKey>();
        List.of(added, removed, moved, resized, reranked, state, text).forEach(all::addAll);
        return all;
    }
}
