package greenladder.core.flow;

import greenladder.core.rollup.RollUp;
import greenladder.core.value.Amount;
import java.util.Optional;

/**
 * That small parts of a piece of work went first, so that progress counted in parts, or a line
 * drawn on from it, promises too much.
 *
 * @param done the mean size of what is done, in points
 * @param left the mean size of what is left, in points
 */
public record SmallFirst(double done, double left) {
    private static final int LEAST_DONE = 3;
    private static final int LEAST_LEFT = 2;

    /** So many times larger is what is left, at least. */
    private static final double FACTOR = 1.5;

    private static final double THOUSAND = 1_000;

    /**
     * Of sized parts; empty where there are too few, or what is left is not much larger.
     *
     * @param done how many are done
     * @param left how many are left
     */
    public static Optional<SmallFirst> of(
            int done, Amount donePoints, int left, Amount leftPoints) {
        if (done < LEAST_DONE || left < LEAST_LEFT) {
            return Optional.empty();
        }
        var means =
                new SmallFirst(
                        donePoints.thousandths() / THOUSAND / done,
                        leftPoints.thousandths() / THOUSAND / left);
        return means.left >= FACTOR * means.done ? Optional.of(means) : Optional.empty();
    }

    /** Of all that stands under an item or in a product; what is not sized counts as left. */
    public static Optional<SmallFirst> of(RollUp rollUp) {
        var points = rollUp.points();
        var leaves = rollUp.leaves();
        return of(
                leaves.done(),
                points.done(),
                leaves.inProgress() + leaves.toDo() - rollUp.unsized(),
                points.inProgress().plus(points.toDo()));
    }
}
