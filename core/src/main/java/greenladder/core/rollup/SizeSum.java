package greenladder.core.rollup;

import greenladder.core.item.Amount;
import org.jspecify.annotations.Nullable;

/**
 * The sizes of an item's point children, and what they make of the item's own.
 *
 * @param children point children, at least one
 * @param sized those among them that have an effective size
 * @param size the sum of their effective sizes, in thousandths of a point
 * @param allDone whether every point leaf under the item is done
 */
record SizeSum(int children, int sized, long size, boolean allDone) {

    /**
     * The item's effective size: with own 20 and children 5, 8 and one not sized it is 20; with own
     * 10 it is 13; once the third gets 9 it is 22. Where all leaves are done, nothing more is
     * expected: the children's sum, or own where that is nothing.
     */
    @Nullable Amount effective(@Nullable Amount own) {
        if (allDone) {
            return size > 0 ? new Amount(size) : own;
        }
        if (sized == 0) {
            return own;
        }
        if (sized == children || own == null) {
            return new Amount(size);
        }
        return new Amount(Math.max(own.thousandths(), size));
    }

    /** effective − size while some child has no size and own is above the sum; else 0. */
    Amount unbroken(@Nullable Amount own) {
        if (own == null || allDone || sized == children) {
            return Amount.ZERO;
        }
        return new Amount(Math.max(0, own.thousandths() - size));
    }
}
