package greenladder.core.rollup;

import static greenladder.core.rollup.RollUp.NONE;

/**
 * The sizes of an item's point children, and what they make of the item's own. All sizes are in
 * thousandths of a point, {@link RollUp#NONE} for none.
 *
 * @param children point children, at least one
 * @param sized those among them that have an effective size
 * @param size the sum of their effective sizes
 * @param allDone whether every point leaf under the item is done
 */
record SizeSum(int children, int sized, long size, boolean allDone) {

    /**
     * The item's effective size: with own 20 and children 5, 8 and one not sized it is 20; with own
     * 10 it is 13; once the third gets 9 it is 22. Where all leaves are done, nothing more is
     * expected: the children's sum, or own where that is nothing.
     */
    long effective(long own) {
        if (allDone) {
            return size > 0 ? size : own;
        }
        if (sized == 0) {
            return own;
        }
        return sized == children ? size : Math.max(own, size);
    }

    /** effective − size while some child has no size and own is above the sum; else 0. */
    long unbroken(long own) {
        return own == NONE || allDone || sized == children ? 0 : Math.max(0, own - size);
    }
}
