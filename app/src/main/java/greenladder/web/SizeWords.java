package greenladder.web;

import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;

/** Sizes as people read them: a leaf's by the label of its product's scale, a sum as a number. */
public final class SizeWords {
    private SizeWords() {}

    /** Empty for none. */
    public static String of(Snapshot snapshot, Node node) {
        return of(snapshot.requireProduct(node.item().key().product()), node);
    }

    /** As above, where the item's product is at hand. */
    public static String of(Product product, Node node) {
        var size = node.rollUp().effective();
        return size == null || node.rollUp().hasPointChildren()
                ? Words.of(size)
                : product.refining().scale().labelOf(size);
    }

    /** Such as "5 points", "M, 5 points", "not sized". */
    public static String withUnit(Snapshot snapshot, Node node) {
        var size = node.rollUp().effective();
        if (size == null) {
            return "not sized";
        }
        var label = of(snapshot, node);
        var number = Words.count(Words.of(size), "point");
        return label.equals(Words.of(size)) ? number : label + ", " + number;
    }
}
