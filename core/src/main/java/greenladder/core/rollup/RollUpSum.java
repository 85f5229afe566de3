package greenladder.core.rollup;

import greenladder.core.item.Amount;
import greenladder.core.item.Category;
import greenladder.core.item.Item;
import greenladder.core.rollup.RollUp.Span;
import greenladder.core.rollup.RollUp.Split;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * The figures of several siblings added up: a commutative monoid, so that the order in which they
 * come does not matter. Not safe for use by several threads.
 */
public final class RollUpSum {
    private static final Split<Amount> NO_POINTS =
            new Split<>(Amount.ZERO, Amount.ZERO, Amount.ZERO);
    private static final Split<Integer> NO_LEAVES = new Split<>(0, 0, 0);
    private static final Split<Integer> LEAF_DONE = new Split<>(1, 0, 0);
    private static final Split<Integer> LEAF_IN_PROGRESS = new Split<>(0, 1, 0);
    private static final Split<Integer> LEAF_TO_DO = new Split<>(0, 0, 1);

    // Running sums, in thousandths where they are amounts; -1 stands for "none has one".
    private int pointChildren;
    private int sized;
    private long size;
    private long done;
    private long inProgress;
    private int leavesDone;
    private int leavesInProgress;
    private int leavesToDo;
    private int unsized;
    private int blocked;
    private long valueDone;
    private long value = -1;
    private long estimate = -1;
    private long invested = -1;
    private long remaining = -1;
    private int tasksDone;
    private int tasks;
    private @Nullable LocalDate start;
    private @Nullable LocalDate finish;

    /** Adds a sibling; a dropped one adds nothing. */
    public void add(RollUp child) {
        if (child.category() == Category.DROPPED) {
            return;
        }
        if (child.carriesPoints()) {
            pointChildren++;
            if (child.effective() != null) {
                sized++;
                size += child.effective().thousandths();
            }
            done += child.points().done().thousandths();
            inProgress += child.points().inProgress().thousandths();
            leavesDone += child.leaves().done();
            leavesInProgress += child.leaves().inProgress();
            leavesToDo += child.leaves().toDo();
            unsized += child.unsized();
            blocked += child.blocked();
            valueDone += child.valueDone().thousandths();
            value = plus(value, child.value());
        }
        estimate = plus(estimate, child.hoursEstimate());
        invested = plus(invested, child.hoursInvested());
        remaining = plus(remaining, child.hoursRemaining());
        tasksDone += child.tasksDone();
        tasks += child.tasks();
        start = earlier(start, child.dates().start());
        finish = later(finish, child.dates().finish());
    }

    /** The roll-up of an item whose children are those added. */
    public RollUp under(Item item) {
        if (!item.level().carriesPoints()) {
            return ofTask(item);
        }
        return pointChildren == 0 ? ofLeaf(item) : ofParent(item);
    }

    /** The siblings' total, as of an item above them that was never sized itself. */
    public RollUp total() {
        var whole = sized == 0 ? null : new Amount(size);
        var points = points(done, inProgress, size - done - inProgress);
        return withPoints(whole, Amount.ZERO, points, span(start, finish), categoryOfLeaves());
    }

    private RollUp ofTask(Item item) {
        boolean counts = !item.isDropped();
        return new RollUp(
                null,
                Amount.ZERO,
                0,
                isStuck(item) ? 1 : 0,
                NO_POINTS,
                NO_LEAVES,
                Amount.ZERO,
                null,
                amount(plus(estimate, item.hours().estimate())),
                amount(plus(invested, item.hours().invested())),
                amount(plus(remaining, item.remainingHours())),
                tasksDone + (item.isDone() ? 1 : 0),
                tasks + (counts ? 1 : 0),
                span(item),
                finish,
                item.category(),
                false,
                false);
    }

    private RollUp ofLeaf(Item item) {
        boolean counts = !item.isDropped();
        var category = item.category();
        return new RollUp(
                item.size(),
                Amount.ZERO,
                counts && item.size() == null ? 1 : 0,
                isStuck(item) ? 1 : 0,
                pointsOfLeaf(category, item.size()),
                leafOf(category),
                item.isDone() && item.value() != null ? item.value() : Amount.ZERO,
                counts ? item.value() : null,
                amount(estimate),
                amount(invested),
                amount(remaining),
                tasksDone,
                tasks,
                span(item),
                finish,
                category,
                true,
                false);
    }

    private RollUp ofParent(Item item) {
        boolean allDone = allLeavesDone();
        var sizes = new SizeSum(pointChildren, sized, size, allDone);
        var effective = sizes.effective(item.size());
        long whole = effective == null ? 0 : effective.thousandths();
        // "where every point leaf under x is done, done = effective(x)"
        var points =
                allDone ? points(whole, 0, 0) : points(done, inProgress, whole - done - inProgress);
        var category = item.isDropped() ? Category.DROPPED : categoryOfLeaves();
        return withPoints(effective, sizes.unbroken(item.size()), points, span(item), category);
    }

    private RollUp withPoints(
            @Nullable Amount effective,
            Amount unbroken,
            Split<Amount> points,
            Span dates,
            Category category) {
        return new RollUp(
                effective,
                unbroken,
                unsized,
                blocked,
                points,
                new Split<>(leavesDone, leavesInProgress, leavesToDo),
                nonNegative(valueDone),
                amount(value),
                amount(estimate),
                amount(invested),
                amount(remaining),
                tasksDone,
                tasks,
                dates,
                finish,
                category,
                true,
                true);
    }

    private boolean allLeavesDone() {
        return leavesDone > 0 && leavesInProgress + leavesToDo == 0;
    }

    private Category categoryOfLeaves() {
        if (allLeavesDone()) {
            return Category.DONE;
        }
        return leavesDone + leavesInProgress > 0 ? Category.IN_PROGRESS : Category.TO_DO;
    }

    private Span span(Item item) {
        return span(
                item.start() == null ? start : item.start(),
                item.finish() == null ? finish : item.finish());
    }

    private static Span span(@Nullable LocalDate start, @Nullable LocalDate finish) {
        return start == null && finish == null ? Span.NONE : new Span(start, finish);
    }

    private static boolean isStuck(Item item) {
        return item.blocked() != null && !item.isDone() && !item.isDropped();
    }

    private static Split<Amount> points(long done, long inProgress, long toDo) {
        return new Split<>(nonNegative(done), nonNegative(inProgress), nonNegative(toDo));
    }

    private static Split<Amount> pointsOfLeaf(Category category, @Nullable Amount size) {
        if (size == null) {
            return NO_POINTS;
        }
        return switch (category) {
            case DONE -> new Split<>(size, Amount.ZERO, Amount.ZERO);
            case IN_PROGRESS -> new Split<>(Amount.ZERO, size, Amount.ZERO);
            case TO_DO -> new Split<>(Amount.ZERO, Amount.ZERO, size);
            case DROPPED -> NO_POINTS;
        };
    }

    private static Split<Integer> leafOf(Category category) {
        return switch (category) {
            case DONE -> LEAF_DONE;
            case IN_PROGRESS -> LEAF_IN_PROGRESS;
            case TO_DO -> LEAF_TO_DO;
            case DROPPED -> NO_LEAVES;
        };
    }

    /** Most sums are nothing: they share one object. */
    private static Amount nonNegative(long thousandths) {
        return thousandths == 0 ? Amount.ZERO : new Amount(thousandths);
    }

    private static long plus(long sum, @Nullable Amount more) {
        return more == null ? sum : Math.max(0, sum) + more.thousandths();
    }

    private static @Nullable Amount amount(long sum) {
        return sum < 0 ? null : nonNegative(sum);
    }

    private static @Nullable LocalDate earlier(@Nullable LocalDate a, @Nullable LocalDate b) {
        return a == null || b != null && b.isBefore(a) ? b : a;
    }

    private static @Nullable LocalDate later(@Nullable LocalDate a, @Nullable LocalDate b) {
        return a == null || b != null && b.isAfter(a) ? b : a;
    }
}
