package greenladder.core.rollup;

import greenladder.core.level.Category;
import greenladder.core.snapshot.Node;
import java.util.List;
import java.util.stream.Stream;

/**
 * The rules read out loud: slow, recursive, in decimals, from the items alone. Sizes are doubles;
 * NaN stands for none.
 */
record ObviousFigures(
        double effective,
        double unbroken,
        double done,
        double inProgress,
        double toDo,
        int leaves,
        int leavesDone,
        int unsized,
        int blocked,
        double value,
        double invested,
        double remaining,
        int tasks,
        Category category) {

    static ObviousFigures of(Node x) {
        double effective = effective(x);
        var leaves = leaves(x).toList();
        boolean dropped = x.item().isDropped();
        double done = x.item().level().carriesPoints() ? done(x, Category.DONE) : 0;
        double inProgress = x.item().level().carriesPoints() ? done(x, Category.IN_PROGRESS) : 0;
        double rest =
                Double.isNaN(effective)
                                || !x.item().level().carriesPoints()
                                || dropped && points(x).isEmpty()
                        ? 0
                        : effective - done - inProgress;
        var tasks = tasks(x).toList();
        return new ObviousFigures(
                effective,
                unbroken(x),
                done,
                inProgress,
                rest,
                leaves.size(),
                (int) leaves.stream().filter(leaf -> leaf.item().isDone()).count(),
                (int) leaves.stream().filter(leaf -> leaf.item().size() == null).count(),
                (int)
                        leaves.stream()
                                .filter(leaf ->
                                        leaf.item().blocked() != null && !leaf.item().isDone())
                                .count(),
                leaves.stream()
                        .filter(leaf -> leaf.item().value() != null)
                        .mapToDouble(leaf -> leaf.item().value().thousandths() / 1000.0)
                        .sum(),
                tasks.stream()
                        .filter(task -> task.item().hours().invested() != null)
                        .mapToDouble(task -> task.item().hours().invested().thousandths() / 1000.0)
                        .sum(),
                tasks.stream()
                        .filter(task ->
                                task.item().hours().remaining() != null && !task.item().isDone())
                        .mapToDouble(task -> task.item().hours().remaining().thousandths() / 1000.0)
                        .sum(),
                (int) tasks.stream().filter(task -> !task.item().isDropped()).count(),
                category(x));
    }

    private static List<Node> points(Node x) {
        return x.children().stream()
                .filter(child -> !child.item().isDropped() && child.item().level().carriesPoints())
                .toList();
    }

    private static Stream<Node> leaves(Node x) {
        if (!x.item().level().carriesPoints()) {
            return Stream.of();
        }
        var children = points(x);
        if (children.isEmpty()) {
            return x.item().isDropped() ? Stream.of() : Stream.of(x);
        }
        return children.stream().flatMap(ObviousFigures::leaves);
    }

    private static Stream<Node> tasks(Node x) {
        var self = x.item().level().carriesPoints() ? Stream.<Node>of() : Stream.of(x);
        return Stream.concat(
                self,
                x.children().stream()
                        .filter(child -> !child.item().isDropped())
                        .flatMap(ObviousFigures::tasks));
    }

    private static boolean allDone(Node x) {
        var leaves = leaves(x).toList();
        return !leaves.isEmpty() && leaves.stream().allMatch(leaf -> leaf.item().isDone());
    }

    private static double own(Node x) {
        return x.item().size() == null ? Double.NaN : x.item().size().thousandths() / 1000.0;
    }

    private static double sum(Node x) {
        return points(x).stream()
                .mapToDouble(ObviousFigures::effective)
                .filter(size -> !Double.isNaN(size))
                .sum();
    }

    private static double effective(Node x) {
        var children = points(x);
        long unsized = children.stream().filter(child -> Double.isNaN(effective(child))).count();
        if (children.isEmpty()) {
            return own(x);
        }
        if (unsized == children.size()) {
            return own(x);
        }
        if (brokenDown(x) || Double.isNaN(own(x))) {
            return sum(x);
        }
        return Math.max(own(x), sum(x));
    }

    private static double unbroken(Node x) {
        return points(x).isEmpty() || brokenDown(x) || Double.isNaN(effective(x))
                ? 0
                : effective(x) - sum(x);
    }

    private static boolean brokenDown(Node x) {
        return x.item().isDone() || x.item().details().refinement().brokenDown();
    }

    /** Whether anything under x, x itself included, was not broken down to its end. */
    private static boolean anyUnbroken(Node x) {
        return !points(x).isEmpty()
                && !(brokenDown(x) && allDone(x))
                && (unbroken(x) > 0 || points(x).stream().anyMatch(ObviousFigures::anyUnbroken));
    }

    private static double done(Node x, Category category) {
        var children = points(x);
        if (children.isEmpty()) {
            return x.item().category() == category && !Double.isNaN(own(x)) ? own(x) : 0;
        }
        if (brokenDown(x) && allDone(x)) {
            return category == Category.DONE && !Double.isNaN(effective(x)) ? effective(x) : 0;
        }
        return children.stream().mapToDouble(child -> done(child, category)).sum();
    }

    private static Category category(Node x) {
        if (x.item().isDropped() || points(x).isEmpty() || !x.item().level().carriesPoints()) {
            return x.item().category();
        }
        if (allDone(x) && !anyUnbroken(x)) {
            return Category.DONE;
        }
        return leaves(x).anyMatch(leaf -> leaf.item().category() != Category.TO_DO)
                ? Category.IN_PROGRESS
                : Category.TO_DO;
    }
}
