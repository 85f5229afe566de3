package greenladder.core.snapshot;

import greenladder.core.rollup.RollUp;
import greenladder.core.rollup.RollUp.Split;
import java.util.Optional;

/**
 * What one level of a product comes to.
 *
 * @param figures over the level's items
 * @param items the level's items themselves, by their rolled-up category
 */
public record LevelTotal(RollUp figures, Split<Integer> items) {
    public int count() {
        return items.done() + items.inProgress() + items.toDo();
    }

    /**
     * Done by points where the level is sized, else by number of items; empty where there are none.
     */
    public Optional<Double> completion() {
        if (figures.completion().isPresent()) {
            return figures.completion();
        }
        return count() == 0 ? Optional.empty() : Optional.of((double) items.done() / count());
    }
}
