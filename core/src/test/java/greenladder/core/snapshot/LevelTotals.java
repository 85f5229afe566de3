package greenladder.core.snapshot;

import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp.Split;
import greenladder.core.rollup.RollUpSum;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Adds up a product's items level by level. */
final class LevelTotals {
    private final List<Level> levels;

    /** By the levels' places. */
    private final Sum[] sums;

    private static final class Sum {
        final RollUpSum figures = new RollUpSum();
        int done;
        int inProgress;
        int toDo;
    }

    private LevelTotals(Product product) {
        levels = product.levels().all();
        sums = new Sum[levels.size()];
        Arrays.setAll(sums, any -> new Sum());
    }

    /** One pass over all that stands under the roots and is not dropped. */
    static Map<Level, LevelTotal> of(Product product, Collection<Node> roots) {
        var totals = new LevelTotals(product);
        var ahead = new ArrayDeque<Node>(roots);
        while (!ahead.isEmpty()) {
            var node = ahead.pop();
            if (!node.item().isDropped()) {
                totals.add(node);
                node.children().forEach(ahead::push);
            }
        }
        return totals.byLevel();
    }

    private void add(Node node) {
        var level = node.item().level();
        // A child of another product may stand on a level that this product does not have.
        if (level.index() >= sums.length || !levels.get(level.index()).key().equals(level.key())) {
            return;
        }
        var sum = sums[level.index()];
        sum.figures.add(node.rollUp());
        switch (node.rollUp().category()) {
            case DONE -> sum.done++;
            case IN_PROGRESS -> sum.inProgress++;
            case TO_DO -> sum.toDo++;
            case DROPPED -> {}
        }
    }

    private Map<Level, LevelTotal> byLevel() {
        var totals = new LinkedHashMap<Level, LevelTotal>();
        for (var level : levels) {
            var sum = sums[level.index()];
            totals.put(
                    level,
                    new LevelTotal(
                            sum.figures.total(), new Split<>(sum.done, sum.inProgress, sum.toDo)));
        }
        return totals;
    }
}
