package greenladder.core.trace;

import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.List;
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

    /**
     * Now − then = added − removed + resized.
     *
     * @param sizes what the items' own sizes account for in it; the rest comes of estimates above
     *     parts that came, went or grew
     */
    public record Points(
            Amount then, Amount now, Amount added, Amount removed, Amount resized, Amount sizes) {}

    /** All that is to be compared. */
    public record Scope(String product, @Nullable ItemKey under) {
        boolean has(Snapshot snapshot, Node node) {
            var item = node.item();
            return item.key().product().equals(product)
                    && !item.isDropped()
                    && snapshot.ancestors(item).stream().noneMatch(one -> one.item().isDropped())
                    && (under == null || item.key().equals(under) || snapshot.isUnder(item, under));
        }

        Amount total(Snapshot snapshot) {
            return under == null
                    ? orZero(snapshot.totalOf(product).effective())
                    : snapshot.findNode(under)
                            .filter(node -> has(snapshot, node))
                            .map(node -> orZero(node.rollUp().effective()))
                            .orElse(Amount.ZERO);
        }
    }

    static Amount orZero(@Nullable Amount amount) {
        return amount == null ? Amount.ZERO : amount;
    }
}
