package greenladder.core.rollup;

import static greenladder.core.rollup.RollUp.NONE;

/**
 * The sizes of an item's point children, and what they make of the item's own. All sizes are in
 * thousandths of a point, {@link RollUp#NONE} for none.
 *
 * @param sized point children that have an effective size
 * @param size the sum of their effective sizes
 * @param brokenDown whether the parts are all there is to the item
 */
public record SizeSum(int sized, long size, boolean brokenDown) {

    /**
     * The item's effective size. With own 20 and one child of 5 it is 20: what was estimated stands
     * until somebody says that the parts are all there is, then it is 5. With own 10 and children
     * 5, 8 and one not sized it is 13.
     */
    public long effective(long own) {
        return switch (rule(own)) {
            case OWN, NO_PART_SIZED, ESTIMATE_STANDS -> own;
            case PARTS, BROKEN_DOWN, PARTS_REACH_ESTIMATE -> size;
        };
    }

    /** The rule that applies to an item that has point children. */
    SizeRule rule(long own) {
        if (sized == 0) {
            return SizeRule.NO_PART_SIZED;
        }
        if (own == NONE) {
            return SizeRule.PARTS;
        }
        if (brokenDown) {
            return SizeRule.BROKEN_DOWN;
        }
        return own > size ? SizeRule.ESTIMATE_STANDS : SizeRule.PARTS_REACH_ESTIMATE;
    }

    /** effective − size while the item is not broken down; else 0. */
    public long unbroken(long own) {
        return brokenDown ? 0 : Math.max(0, Math.max(0, effective(own)) - size);
    }
}
