package greenladder.core.rollup;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.value.Amount;
import java.time.LocalDate;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * The figures of one item with everything under it. Dropped work is in none of them, except that a
 * dropped item still tells what stands under itself.
 *
 * <p>A <em>point leaf</em> is an item that carries points and has no child (that is not dropped)
 * which does.
 *
 * <p>Each item of the workspace keeps one of these, so sums are held as plain numbers: amounts in
 * thousandths, {@link #NONE} where there is none. The objects that read well are made when somebody
 * asks. Made by {@link RollUpSum} only.
 */
public final class RollUp {
    static final long NONE = -1;

    final long effective;
    final long unbroken;
    private final long parts;
    private final boolean allSized;
    final int unsized;
    final int blocked;
    final long done;
    final long inProgress;
    final int leavesDone;
    final int leavesInProgress;
    final int leavesToDo;
    final long valueDone;
    final long value;
    final long estimate;
    final long invested;
    final long remaining;
    final int tasksDone;
    final int tasks;
    final @Nullable LocalDate start;
    final @Nullable LocalDate finish;
    private final @Nullable LocalDate childrenFinish;
    final Map<String, Long> sums;
    private final Category category;
    private final boolean carriesPoints;
    private final boolean hasPointChildren;

    RollUp(RollUpSum sum, @Nullable LocalDate childrenFinish, Category category, boolean parent) {
        effective = sum.effective;
        unbroken = sum.unbroken;
        parts = sum.parts;
        allSized = sum.allSized;
        unsized = sum.unsized;
        blocked = sum.blocked;
        done = sum.done;
        inProgress = sum.inProgress;
        leavesDone = sum.leavesDone;
        leavesInProgress = sum.leavesInProgress;
        leavesToDo = sum.leavesToDo;
        valueDone = sum.valueDone;
        value = sum.value;
        estimate = sum.estimate;
        invested = sum.invested;
        remaining = sum.remaining;
        tasksDone = sum.tasksDone;
        tasks = sum.tasks;
        start = sum.start;
        finish = sum.finish;
        sums = sum.sums;
        this.childrenFinish = childrenFinish;
        this.category = category;
        carriesPoints = sum.carriesPoints;
        hasPointChildren = parent;
    }

    /** A figure by category of work; the total is their sum. */
    public record Split<T>(T done, T inProgress, T toDo) {}

    /** First and last day; each may be missing. */
    public record Span(@Nullable LocalDate start, @Nullable LocalDate finish) {}

    /** Size in points: see {@link SizeSum#effective}; null where nothing is sized. */
    public @Nullable Amount effective() {
        return amount(effective);
    }

    /** What the item was estimated at beyond what its children add up to so far. */
    public Amount unbroken() {
        return new Amount(unbroken);
    }

    /** What the point children that are sized come to; null where there is none. */
    public @Nullable Amount parts() {
        return amount(parts);
    }

    /**
     * Whether to ask if the parts are all there is: each has a size, and together they are below
     * what was estimated.
     */
    public boolean asksWhetherThatIsAll() {
        return allSized && parts != NONE && unbroken > 0;
    }

    /** The rule by which {@link #effective} came about. */
    public SizeRule sizeRule(Item item) {
        if (!hasPointChildren) {
            return SizeRule.OWN;
        }
        long own = item.size() == null ? NONE : item.size().thousandths();
        return new SizeSum(parts == NONE ? 0 : 1, parts, item.isBrokenDown()).rule(own);
    }

    /** Point leaves without a size. */
    public int unsized() {
        return unsized;
    }

    /** Point leaves that are blocked and not done; for a task, whether it is. */
    public int blocked() {
        return blocked;
    }

    /** By size of the point leaves; the unbroken part is to do. */
    public Split<Amount> points() {
        boolean counts = effective != NONE && (category != Category.DROPPED || hasPointChildren);
        long toDo = counts ? effective - done - inProgress : 0;
        return new Split<>(new Amount(done), new Amount(inProgress), new Amount(toDo));
    }

    /** By number of point leaves. */
    public Split<Integer> leaves() {
        return new Split<>(leavesDone, leavesInProgress, leavesToDo);
    }

    public int leafCount() {
        return leavesDone + leavesInProgress + leavesToDo;
    }

    /** Value of the point leaves that are done. */
    public Amount valueDone() {
        return new Amount(valueDone);
    }

    /** Value of all point leaves; null where none has one. */
    public @Nullable Amount value() {
        return amount(value);
    }

    public @Nullable Amount hoursEstimate() {
        return amount(estimate);
    }

    public @Nullable Amount hoursInvested() {
        return amount(invested);
    }

    public @Nullable Amount hoursRemaining() {
        return amount(remaining);
    }

    public int tasksDone() {
        return tasksDone;
    }

    public int tasks() {
        return tasks;
    }

    public Span dates() {
        return new Span(start, finish);
    }

    /** Of an own field that adds up: its own and all below; empty where nothing has a value. */
    public Optional<Amount> sum(String field) {
        return Optional.ofNullable(sums.get(field)).map(Amount::new);
    }

    /** All of these, by their fields. */
    public Map<String, Amount> sums() {
        var amounts = new TreeMap<String, Amount>();
        sums.forEach((field, thousandths) -> amounts.put(field, new Amount(thousandths)));
        return amounts;
    }

    /** The latest finish among the children; null where none has one. */
    public @Nullable LocalDate childrenFinish() {
        return childrenFinish;
    }

    /**
     * That of the item itself where it is a point leaf or a task, else what its point leaves make
     * of it.
     */
    public Category category() {
        return category;
    }

    public boolean carriesPoints() {
        return carriesPoints;
    }

    public boolean hasPointChildren() {
        return hasPointChildren;
    }

    /** Done by points, 0 to 1; empty where nothing is sized or everything is sized 0. */
    public Optional<Double> completion() {
        return effective == NONE || category == Category.DROPPED && !hasPointChildren
                ? Optional.empty()
                : ratio(done, effective);
    }

    /** Done by number of point leaves, 0 to 1; empty where there are none. */
    public Optional<Double> leafCompletion() {
        return ratio(leavesDone, leafCount());
    }

    public Optional<Double> valueCompletion() {
        return value == NONE ? Optional.empty() : ratio(valueDone, value);
    }

    /** By how much the item grew since its first estimate; negative where it shrank. */
    public Optional<Amount> drift(Item item) {
        return item.firstEstimate() == null || effective == NONE
                ? Optional.empty()
                : Optional.of(new Amount(effective).minus(item.firstEstimate()));
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

    private static Optional<Double> ratio(long part, long whole) {
        return whole == 0 ? Optional.empty() : Optional.of((double) part / whole);
    }

    private static @Nullable Amount amount(long thousandths) {
        return thousandths == NONE ? null : new Amount(thousandths);
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof RollUp that
                && category == that.category
                && carriesPoints == that.carriesPoints
                && hasPointChildren == that.hasPointChildren
                && Objects.equals(childrenFinish, that.childrenFinish)
                && figures().equals(that.figures());
    }

    @Override
    public int hashCode() {
        return figures().hashCode();
    }

    @Override
    public String toString() {
        return figures().toString();
    }

    private record Figures(
            Split<Amount> points,
            @Nullable Amount effective,
            long unbroken,
            Split<Integer> leaves,
            int unsized,
            int blocked,
            long valueDone,
            long value,
            long estimate,
            long invested,
            long remaining,
            int tasksDone,
            int tasks,
            Span dates,
            Map<String, Long> sums) {}

    private Figures figures() {
        return new Figures(
                points(),
                effective(),
                unbroken,
                leaves(),
                unsized,
                blocked,
                valueDone,
                value,
                estimate,
                invested,
                remaining,
                tasksDone,
                tasks,
                dates(),
                sums);
    }
}
