package greenladder.core.rollup;

import greenladder.core.level.Category;
import greenladder.core.rollup.RollUp.Split;
import java.time.LocalDate;
import java.util.Collection;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.pcollections.TreePMap;

/**
 * The figures of many items added up, from which each can be taken out again: what a level comes to
 * follows a change without a pass over the level. Immutable. Dropped items are in none of it.
 */
public final class RollUpTotals {
    public static final RollUpTotals NONE =
            new RollUpTotals(
                    new long[Sum.values().length],
                    TreePMap.empty(),
                    TreePMap.empty(),
                    TreePMap.empty());

    /** Amounts in thousandths; how many have one stands beside each that may be missing. */
    private enum Sum {
        ITEMS_DONE,
        ITEMS_IN_PROGRESS,
        ITEMS_TO_DO,
        POINT_ITEMS,
        SIZED,
        SIZE,
        DONE,
        IN_PROGRESS,
        LEAVES_DONE,
        LEAVES_IN_PROGRESS,
        LEAVES_TO_DO,
        UNSIZED,
        BLOCKED,
        VALUE_DONE,
        VALUED,
        VALUE,
        ESTIMATED,
        ESTIMATE,
        INVESTED_IN,
        INVESTED,
        REMAINING_IN,
        REMAINING,
        TASKS_DONE,
        TASKS
    }

    private final long[] sums;

    /** How many items begin, and end, on a day. */
    private final TreePMap<LocalDate, Integer> starts;

    private final TreePMap<LocalDate, Integer> finishes;

    /** Of own fields that add up: the sum, and how many have a value. */
    private final TreePMap<String, Own> own;

    private record Own(long sum, int items) {
        static final Own NONE = new Own(0, 0);
    }

    private RollUpTotals(
            long[] sums,
            TreePMap<LocalDate, Integer> starts,
            TreePMap<LocalDate, Integer> finishes,
            TreePMap<String, Own> own) {
        this.sums = sums;
        this.starts = starts;
        this.finishes = finishes;
        this.own = own;
    }

    /** These totals without some items and with others. Time O(m log n). */
    public RollUpTotals changed(Collection<RollUp> removed, Collection<RollUp> added) {
        var next = sums.clone();
        var nextStarts = starts;
        var nextFinishes = finishes;
        var nextOwn = own;
        for (var figures : removed) {
            add(next, figures, -1);
            nextStarts = counted(nextStarts, dayOf(figures, figures.start), -1);
            nextFinishes = counted(nextFinishes, dayOf(figures, figures.finish), -1);
            nextOwn = added(nextOwn, figures, -1);
        }
        for (var figures : added) {
            add(next, figures, 1);
            nextStarts = counted(nextStarts, dayOf(figures, figures.start), 1);
            nextFinishes = counted(nextFinishes, dayOf(figures, figures.finish), 1);
            nextOwn = added(nextOwn, figures, 1);
        }
        return new RollUpTotals(next, nextStarts, nextFinishes, nextOwn);
    }

    /** What they come to, as {@link RollUpSum#total} would say of the same items. */
    public RollUp total() {
        var sum = new RollUpSum();
        sum.set((int) get(Sum.POINT_ITEMS), (int) get(Sum.SIZED), get(Sum.SIZE));
        sum.done = get(Sum.DONE);
        sum.inProgress = get(Sum.IN_PROGRESS);
        sum.leavesDone = (int) get(Sum.LEAVES_DONE);
        sum.leavesInProgress = (int) get(Sum.LEAVES_IN_PROGRESS);
        sum.leavesToDo = (int) get(Sum.LEAVES_TO_DO);
        sum.unsized = (int) get(Sum.UNSIZED);
        sum.blocked = (int) get(Sum.BLOCKED);
        sum.valueDone = get(Sum.VALUE_DONE);
        sum.value = get(Sum.VALUED, Sum.VALUE);
        sum.estimate = get(Sum.ESTIMATED, Sum.ESTIMATE);
        sum.invested = get(Sum.INVESTED_IN, Sum.INVESTED);
        sum.remaining = get(Sum.REMAINING_IN, Sum.REMAINING);
        sum.tasksDone = (int) get(Sum.TASKS_DONE);
        sum.tasks = (int) get(Sum.TASKS);
        sum.start = starts.isEmpty() ? null : starts.firstKey();
        sum.finish = finishes.isEmpty() ? null : finishes.lastKey();
        if (!own.isEmpty()) {
            sum.sums = new TreeMap<>();
            own.forEach((field, total) -> sum.sums.put(field, total.sum()));
        }
        return sum.total();
    }

    /** The items themselves, by their rolled-up category. */
    public Split<Integer> items() {
        return new Split<>(
                (int) get(Sum.ITEMS_DONE),
                (int) get(Sum.ITEMS_IN_PROGRESS),
                (int) get(Sum.ITEMS_TO_DO));
    }

    private long get(Sum sum) {
        return sums[sum.ordinal()];
    }

    private long get(Sum have, Sum sum) {
        return get(have) == 0 ? RollUp.NONE : get(sum);
    }

    private static @Nullable LocalDate dayOf(RollUp figures, @Nullable LocalDate day) {
        return figures.category() == Category.DROPPED ? null : day;
    }

    private static TreePMap<LocalDate, Integer> counted(
            TreePMap<LocalDate, Integer> days, @Nullable LocalDate day, int more) {
        if (day == null) {
            return days;
        }
        int count = days.getOrDefault(day, 0) + more;
        return count == 0 ? days.minus(day) : days.plus(day, count);
    }

    private static TreePMap<String, Own> added(
            TreePMap<String, Own> own, RollUp figures, int times) {
        if (figures.category() == Category.DROPPED) {
            return own;
        }
        var next = own;
        for (var one : figures.sums.entrySet()) {
            var before = next.getOrDefault(one.getKey(), Own.NONE);
            var after = new Own(before.sum() + times * one.getValue(), before.items() + times);
            next = after.items() == 0 ? next.minus(one.getKey()) : next.plus(one.getKey(), after);
        }
        return next;
    }

    private static void add(long[] sums, RollUp figures, int times) {
        switch (figures.category()) {
            case DONE -> sums[Sum.ITEMS_DONE.ordinal()] += times;
            case IN_PROGRESS -> sums[Sum.ITEMS_IN_PROGRESS.ordinal()] += times;
            case TO_DO -> sums[Sum.ITEMS_TO_DO.ordinal()] += times;
            case DROPPED -> {
                return;
            }
        }
        if (figures.carriesPoints()) {
            sums[Sum.POINT_ITEMS.ordinal()] += times;
            add(sums, Sum.SIZED, Sum.SIZE, figures.effective, times);
            sums[Sum.DONE.ordinal()] += times * figures.done;
            sums[Sum.IN_PROGRESS.ordinal()] += times * figures.inProgress;
            sums[Sum.LEAVES_DONE.ordinal()] += (long) times * figures.leavesDone;
            sums[Sum.LEAVES_IN_PROGRESS.ordinal()] += (long) times * figures.leavesInProgress;
            sums[Sum.LEAVES_TO_DO.ordinal()] += (long) times * figures.leavesToDo;
            sums[Sum.UNSIZED.ordinal()] += (long) times * figures.unsized;
            sums[Sum.BLOCKED.ordinal()] += (long) times * figures.blocked;
            sums[Sum.VALUE_DONE.ordinal()] += times * figures.valueDone;
            add(sums, Sum.VALUED, Sum.VALUE, figures.value, times);
        }
        add(sums, Sum.ESTIMATED, Sum.ESTIMATE, figures.estimate, times);
        add(sums, Sum.INVESTED_IN, Sum.INVESTED, figures.invested, times);
        add(sums, Sum.REMAINING_IN, Sum.REMAINING, figures.remaining, times);
        sums[Sum.TASKS_DONE.ordinal()] += (long) times * figures.tasksDone;
        sums[Sum.TASKS.ordinal()] += (long) times * figures.tasks;
    }

    private static void add(long[] sums, Sum have, Sum sum, long amount, int times) {
        if (amount != RollUp.NONE) {
            sums[have.ordinal()] += times;
            sums[sum.ordinal()] += times * amount;
        }
    }
}
