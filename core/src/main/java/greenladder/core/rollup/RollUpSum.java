package greenladder.core.rollup;

import static greenladder.core.rollup.RollUp.NONE;

import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.level.Category;
import greenladder.core.release.Release;
import greenladder.core.value.Amount;
import greenladder.core.workspace.Workspace;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * The figures of several siblings added up: a commutative monoid, so that the order in which they
 * come does not matter. For one use: add the siblings, then ask once for the {@link #total}. Not
 * safe for use by several threads.
 */
public final class RollUpSum {
    // Running sums, in thousandths where they are amounts.
    private int pointChildren;
    private int sized;
    private long size;
    boolean carriesPoints = true;
    long effective = NONE;
    long unbroken;
    long parts = NONE;
    boolean allSized;
    long done;
    long inProgress;
    int leavesDone;
    int leavesInProgress;
    int leavesToDo;
    int unsized;
    int blocked;
    long valueDone;
    long value = NONE;
    long estimate = NONE;
    long invested = NONE;
    long remaining = NONE;
    int tasksDone;
    int tasks;
    @Nullable LocalDate start;
    @Nullable LocalDate finish;

    /** Of own fields that add up, by their keys. */
    Map<String, Long> sums = Map.of();

    /**
     * The roll-up of an item over its children.
     *
     * @param workspace has the days of sprints and releases
     */
    public static RollUp of(Item item, List<? extends RolledUp> children, Workspace workspace) {
        if (children.isEmpty() && BareLeaves.contains(item)) {
            return BareLeaves.rollUp(item, workspace);
        }
        var sum = new RollUpSum();
        for (var child : children) {
            sum.add(child.rollUp());
        }
        return sum.under(item, workspace);
    }

    /** Items that carry points, those of them that have a size, and the sum of these sizes. */
    void set(int items, int withSize, long sizes) {
        pointChildren = items;
        sized = withSize;
        size = sizes;
    }

    /** Adds a sibling; a dropped one adds nothing. */
    public void add(RollUp child) {
        if (child.category() == Category.DROPPED) {
            return;
        }
        if (child.carriesPoints()) {
            pointChildren++;
            if (child.effective != NONE) {
                sized++;
                size += child.effective;
            }
            done += child.done;
            inProgress += child.inProgress;
            leavesDone += child.leavesDone;
            leavesInProgress += child.leavesInProgress;
            leavesToDo += child.leavesToDo;
            unsized += child.unsized;
            blocked += child.blocked;
            valueDone += child.valueDone;
            value = plus(value, child.value);
        }
        estimate = plus(estimate, child.estimate);
        invested = plus(invested, child.invested);
        remaining = plus(remaining, child.remaining);
        tasksDone += child.tasksDone;
        tasks += child.tasks;
        start = earlier(start, child.start);
        finish = later(finish, child.finish);
        if (!child.sums.isEmpty()) {
            child.sums.forEach(this::addSum);
        }
    }

    private void addSum(String key, long thousandths) {
        if (sums.isEmpty()) {
            sums = new TreeMap<>();
        }
        sums.merge(key, thousandths, Long::sum);
    }

    private void addOwnSums(Item item, Workspace workspace) {
        var custom = item.details().custom();
        if (custom.isEmpty()) {
            return;
        }
        for (var field : workspace.requireProduct(item.key().product()).totals()) {
            Optional.ofNullable(custom.get(field.key()))
                    .flatMap(Amount::parse)
                    .ifPresent(amount -> addSum(field.key(), amount.thousandths()));
        }
    }

    /** The roll-up of an item whose children are those added. */
    RollUp under(Item item, Workspace workspace) {
        var childrenFinish = finish;
        ownDates(item, workspace);
        addOwnSums(item, workspace);
        if (!item.level().carriesPoints()) {
            addTask(item);
            return new RollUp(this, childrenFinish, item.category(), false);
        }
        if (pointChildren == 0) {
            addLeaf(item);
            return new RollUp(this, childrenFinish, item.category(), false);
        }
        addParent(item);
        var category = item.isDropped() ? Category.DROPPED : categoryOfLeaves();
        return new RollUp(this, childrenFinish, category, true);
    }

    /** The siblings' total, as of an item above them that was never sized itself. */
    public RollUp total() {
        effective = sized == 0 ? NONE : size;
        parts = effective;
        allSized = sized == pointChildren;
        return new RollUp(this, finish, categoryOfLeaves(), true);
    }

    private void addTask(Item item) {
        carriesPoints = false;
        // What stands under a task carries hours as well; points come from nowhere.
        blocked = isStuck(item) ? 1 : 0;
        estimate = plus(estimate, thousandths(item.hours().estimate()));
        invested = plus(invested, thousandths(item.hours().invested()));
        remaining = plus(remaining, thousandths(item.remainingHours()));
        tasksDone += item.isDone() ? 1 : 0;
        tasks += item.isDropped() ? 0 : 1;
    }

    private void addLeaf(Item item) {
        effective = thousandths(item.size());
        blocked = isStuck(item) ? 1 : 0;
        long points = Math.max(0, effective);
        switch (item.category()) {
            case DONE -> {
                done = points;
                leavesDone = 1;
                valueDone = Math.max(0, thousandths(item.value()));
            }
            case IN_PROGRESS -> {
                inProgress = points;
                leavesInProgress = 1;
            }
            case TO_DO -> leavesToDo = 1;
            case DROPPED -> {
                return;
            }
        }
        unsized = effective == NONE ? 1 : 0;
        value = thousandths(item.value());
    }

    private void addParent(Item item) {
        var sizes = new SizeSum(sized, size, item.isBrokenDown());
        effective = sizes.effective(thousandths(item.size()));
        unbroken = sizes.unbroken(thousandths(item.size()));
        allSized = sized == pointChildren;
        parts = sized == 0 ? NONE : size;
        if (item.isBrokenDown() && allLeavesDone()) {
            // "where x is broken down and every point leaf under it is done, done = effective(x)"
            done = Math.max(0, effective);
            inProgress = 0;
        }
    }

    private boolean allLeavesDone() {
        return leavesDone > 0 && leavesInProgress + leavesToDo == 0;
    }

    private Category categoryOfLeaves() {
        // "All point leaves done and nothing unbroken", here or anywhere below.
        if (allLeavesDone() && done >= effective) {
            return Category.DONE;
        }
        return leavesDone + leavesInProgress > 0 ? Category.IN_PROGRESS : Category.TO_DO;
    }

    /**
     * "Own dates win, unless the item is set to take its descendants'. Else earliest and latest
     * over children, a leaf without dates taking its sprint's dates, else its release's date as
     * finish."
     */
    private void ownDates(Item item, Workspace workspace) {
        boolean leaf = pointChildren == 0;
        var sprint = leaf ? workspace.findSprint(item.sprint()).orElse(null) : null;
        if (item.start() != null && !(start != null && StandardFields.rollsUpDates(item))) {
            start = item.start();
        } else if (start == null && sprint != null) {
            start = sprint.start();
        }
        if (item.finish() != null && !(finish != null && StandardFields.rollsUpDates(item))) {
            finish = item.finish();
        } else if (finish == null && sprint != null) {
            finish = sprint.finish();
        } else if (finish == null && leaf) {
            finish = workspace.findRelease(item.release()).map(Release::date).orElse(null);
        }
    }

    private static boolean isStuck(Item item) {
        return item.blocked() != null && !item.isDone() && !item.isDropped();
    }

    private static long thousandths(@Nullable Amount amount) {
        return amount == null ? NONE : amount.thousandths();
    }

    private static long plus(long sum, long more) {
        return more == NONE ? sum : Math.max(0, sum) + more;
    }

    private static @Nullable LocalDate earlier(@Nullable LocalDate a, @Nullable LocalDate b) {
        return a == null || b != null && b.isBefore(a) ? b : a;
    }

    private static @Nullable LocalDate later(@Nullable LocalDate a, @Nullable LocalDate b) {
        return a == null || b != null && b.isAfter(a) ? b : a;
    }
}
