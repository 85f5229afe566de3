package greenladder.core.flow;

import greenladder.core.value.Amount;
import org.jspecify.annotations.Nullable;

/**
 * What an item with everything under it came to at the end of a day, by the rules of roll-ups.
 * Amounts are in thousandths; {@link #NONE} where there is none.
 *
 * @param scope its effective size
 * @param leaves point leaves, of which some are done and some in progress
 * @param invested hours
 * @param remaining hours
 */
public record Standing(
        long scope,
        long done,
        long inProgress,
        int leaves,
        int leavesDone,
        int leavesInProgress,
        int unsized,
        long invested,
        long remaining) {
    static final long NONE = -1;

    /** Of what is not there. */
    public static final Standing NOTHING = new Standing(NONE, 0, 0, 0, 0, 0, 0, 0, 0);

    /** Null where nothing is sized. */
    public @Nullable Amount scopeAmount() {
        return scope == NONE ? null : new Amount(scope);
    }

    /** Points, 0 where nothing is sized. */
    public Amount points() {
        return new Amount(Math.max(0, scope));
    }

    public Amount doneAmount() {
        return new Amount(done);
    }

    public Amount inProgressAmount() {
        return new Amount(inProgress);
    }
}
