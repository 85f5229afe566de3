package greenladder.core.rollup;

import greenladder.core.item.Amount;
import greenladder.core.item.Category;
import greenladder.core.item.Item;
import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The figures of one item with everything under it. Dropped work is in none of them, except that a
 * dropped item still tells what stands under itself.
 *
 * <p>A <em>point leaf</em> is an item that carries points and has no child (that is not dropped)
 * which does.
 *
 * @param effective size in points: see {@link SizeSum#effective}; null where nothing is sized
 * @param unbroken what the item was estimated at beyond what its children add up to so far
 * @param unsized point leaves without a size
 * @param blocked point leaves that are blocked and not done; for a task, whether it is
 * @param points by size of the point leaves; the unbroken part is to do
 * @param leaves by number of point leaves
 * @param valueDone value of the point leaves that are done
 * @param value value of all point leaves; null where none has one
 * @param category of the item itself where it is a point leaf or a task, else what its point leaves
 *     make of it
 */
public record RollUp(
        @Nullable Amount effective,
        Amount unbroken,
        int unsized,
        int blocked,
        Split<Amount> points,
        Split<Integer> leaves,
        Amount valueDone,
        @Nullable Amount value,
        @Nullable Amount hoursEstimate,
        @Nullable Amount hoursInvested,
        @Nullable Amount hoursRemaining,
        int tasksDone,
        int tasks,
        Span dates,
        @Nullable LocalDate childrenFinish,
        Category category,
        boolean carriesPoints,
        boolean hasPointChildren) {

    /** A figure by category of work; the total is their sum. */
    public record Split<T>(T done, T inProgress, T toDo) {}

    /** First and last day; each may be missing. */
    public record Span(@Nullable LocalDate start, @Nullable LocalDate finish) {
        public static final Span NONE = new Span(null, null);
    }

    /** Done by points, 0 to 1; empty where nothing is sized or everything is sized 0. */
    public Optional<Double> completion() {
        return effective == null || category == Category.DROPPED && !hasPointChildren
                ? Optional.empty()
                : ratio(points.done().thousandths(), effective.thousandths());
    }

    /** Done by number of point leaves, 0 to 1; empty where there are none. */
    public Optional<Double> leafCompletion() {
        return ratio(leaves.done(), leafCount());
    }

    public Optional<Double> valueCompletion() {
        return value == null
                ? Optional.empty()
                : ratio(valueDone.thousandths(), value.thousandths());
    }

    public int leafCount() {
        return leaves.done() + leaves.inProgress() + leaves.toDo();
    }

    /** By how much the item grew since its first estimate; negative where it shrank. */
    public Optional<Amount> drift(Item item) {
        return item.firstEstimate() == null || effective == null
                ? Optional.empty()
                : Optional.of(effective.minus(item.firstEstimate()));
    }

    /**
     * Days by which the children finish after the item's own finish; 0 where they do not, empty
     * where either is missing.
     */
    public Optional<Long> slipDays(Item item) {
        return item.finish() == null || childrenFinish == null
                ? Optional.empty()
                : Optional.of(
                        Math.max(0, childrenFinish.toEpochDay() - item.finish().toEpochDay()));
    }

    /** Whether the item's children are sized only in part. */
    public boolean isPartlyBrokenDown() {
        return hasPointChildren && unbroken.thousandths() > 0;
    }

    private static Optional<Double> ratio(long part, long whole) {
        return whole == 0 ? Optional.empty() : Optional.of((double) part / whole);
    }
}
