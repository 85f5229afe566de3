package greenladder.core.rollup;

/** Which rule an item's effective size comes from. */
public enum SizeRule {
    /** It has no point children: what was entered on it. */
    OWN,
    /** None of its parts has a size yet: what was entered on it stands. */
    NO_PART_SIZED,
    /** Nothing was entered on it: what its parts add up to. */
    PARTS,
    /** It is broken down, or done: what its parts add up to, whatever was estimated. */
    BROKEN_DOWN,
    /** Its parts come to less than was estimated: the estimate stands. */
    ESTIMATE_STANDS,
    /** Its parts come to at least what was estimated. */
    PARTS_REACH_ESTIMATE
}
