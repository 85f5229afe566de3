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
    private final Tally tally = new Tally();

    /** Running sums, in thousandths where they are amounts; -1 stands for "none has one". */
    private static final class Tally {
        int pointChildren;
        int sized;
        long size;
        long done;
        long inProgress;
        int leavesDone;
        int leavesInProgress;
        int leavesToDo;
        int unsized;
        int blocked;
        long valueDone;
        long value = -1;
        long estimate = -1;
        long invested = -1;
        long remaining = -1;
        int tasksDone;
        int tasks;
        @Nullable LocalDate start;
        @Nullable LocalDate finish;
    }

    /** Adds a sibling; a dropped one adds nothing. */
    public void add(RollUp child) {
        if (child.category() == Category.DROPPED) {
            return;
        }
        var sum = tally;
        if (child.carriesPoints()) {
            sum.pointChildren++;
            if (child.effective() != null) {
                sum.sized++;
                sum.size += child.effective().thousandths();
            }
            sum.done += child.points().done().thousandths();
            sum.inProgress += child.points().inProgress().thousandths();
            sum.leavesDone += child.leaves().done();
            sum.leavesInProgress += child.leaves().inProgress();
            sum.leavesToDo += child.leaves().toDo();
            sum.unsized += child.unsized();
            sum.blocked += child.blocked();
            sum.valueDone += child.valueDone().thousandths();
            sum.value = plus(sum.value, child.value());
        }
        sum.estimate = plus(sum.estimate, child.hoursEstimate());
        sum.invested = plus(sum.invested, child.hoursInvested());
        sum.remaining = plus(sum.remaining, child.hoursRemaining());
        sum.tasksDone += child.tasksDone();
        sum.tasks += child.tasks();
        sum.start = earlier(sum.start, child.dates().start());
        sum.finish = later(sum.finish, child.dates().finish());
    }

    /** The roll-up of an item whose children are those added. */
    RollUp under(Item item) {
        if (!item.level().carriesPoints()) {
            return ofTask(item);
        }
        return tally.pointChildren == 0 ? ofLeaf(item) : ofParent(item);
    }

    /** The siblings' total, as of an item above them that was never sized itself. */
    public RollUp total() {
        var sum = tally;
        var size = sum.sized == 0 ? null : new Amount(sum.size);
        return withPoints(null, size, Amount.ZERO, sum.done, sum.inProgress, categoryOfLeaves());
    }

    private RollUp ofTask(Item item) {
        var sum = tally;
        boolean counts = !item.isDropped();
        return new RollUp(
                null,
                Amount.ZERO,
                0,
                isStuck(item) ? 1 : 0,
                points(0, 0, 0),
                new Split<>(0, 0, 0),
                Amount.ZERO,
                null,
                amount(plus(sum.estimate, item.hours().estimate())),
                amount(plus(sum.invested, item.hours().invested())),
                amount(plus(sum.remaining, item.remainingHours())),
                sum.tasksDone + (item.isDone() ? 1 : 0),
                sum.tasks + (counts ? 1 : 0),
                span(item),
                sum.finish,
                item.category(),
                false,
                false);
    }

    private RollUp ofLeaf(Item item) {
        var sum = tally;
        long size = item.size() == null ? 0 : item.size().thousandths();
        boolean counts = !item.isDropped();
        var category = item.category();
        return new RollUp(
                item.size(),
                Amount.ZERO,
                counts && item.size() == null ? 1 : 0,
                isStuck(item) ? 1 : 0,
                points(
                        category == Category.DONE ? size : 0,
                        category == Category.IN_PROGRESS ? size : 0,
                        category == Category.TO_DO ? size : 0),
                new Split<>(
                        category == Category.DONE ? 1 : 0,
                        category == Category.IN_PROGRESS ? 1 : 0,
                        category == Category.TO_DO ? 1 : 0),
                item.isDone() && item.value() != null ? item.value() : Amount.ZERO,
                counts ? item.value() : null,
                amount(sum.estimate),
                amount(sum.invested),
                amount(sum.remaining),
                sum.tasksDone,
                sum.tasks,
                span(item),
                sum.finish,
                category,
                true,
                false);
    }

    private RollUp ofParent(Item item) {
        var sum = tally;
        var size = new SizeSum(sum.pointChildren, sum.sized, sum.size, allLeavesDone());
        var effective = size.effective(item.size());
        // "where every point leaf under x is done, done = effective(x)"
        long done = allLeavesDone() ? (effective == null ? 0 : effective.thousandths()) : sum.done;
        long inProgress = allLeavesDone() ? 0 : sum.inProgress;
        var category = item.isDropped() ? Category.DROPPED : categoryOfLeaves();
        return withPoints(item, effective, size.unbroken(item.size()), done, inProgress, category);
    }

    private RollUp withPoints(
            @Nullable Item item,
            @Nullable Amount effective,
            Amount unbroken,
            long done,
            long inProgress,
            Category category) {
        var sum = tally;
        long size = effective == null ? 0 : effective.thousandths();
        return new RollUp(
                effective,
                unbroken,
                sum.unsized,
                sum.blocked,
                points(done, inProgress, size - done - inProgress),
                new Split<>(sum.leavesDone, sum.leavesInProgress, sum.leavesToDo),
                new Amount(sum.valueDone),
                amount(sum.value),
                amount(sum.estimate),
                amount(sum.invested),
                amount(sum.remaining),
                sum.tasksDone,
                sum.tasks,
                item == null ? new Span(sum.start, sum.finish) : span(item),
                sum.finish,
                category,
                true,
                true);
    }

    private boolean allLeavesDone() {
        return tally.leavesDone > 0 && tally.leavesInProgress + tally.leavesToDo == 0;
    }

    private Category categoryOfLeaves() {
        if (allLeavesDone()) {
            return Category.DONE;
        }
        return tally.leavesDone + tally.leavesInProgress > 0
                ? Category.IN_PROGRESS
                : Category.TO_DO;
    }

    private Span span(Item item) {
        return new Span(
                item.start() == null ? tally.start : item.start(),
                item.finish() == null ? tally.finish : item.finish());
    }

    private static boolean isStuck(Item item) {
        return item.blocked() != null && !item.isDone() && !item.isDropped();
    }

    private static Split<Amount> points(long done, long inProgress, long toDo) {
        return new Split<>(new Amount(done), new Amount(inProgress), new Amount(toDo));
    }

    private static long plus(long sum, @Nullable Amount more) {
        return more == null ? sum : Math.max(0, sum) + more.thousandths();
    }

    private static @Nullable Amount amount(long sum) {
        return sum < 0 ? null : new Amount(sum);
    }

    private static @Nullable LocalDate earlier(@Nullable LocalDate a, @Nullable LocalDate b) {
        return a == null || b != null && b.isBefore(a) ? b : a;
    }

    private static @Nullable LocalDate later(@Nullable LocalDate a, @Nullable LocalDate b) {
        return a == null || b != null && b.isAfter(a) ? b : a;
    }
}
