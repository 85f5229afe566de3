package greenladder.web;

import greenladder.core.item.Item;
import greenladder.core.rollup.RollUp;
import greenladder.core.value.Amount;
import org.jspecify.annotations.Nullable;

/**
 * The progress bar that stands beside an item everywhere, measured out for drawing.
 *
 * @param width of the whole, in pixels; the other lengths and places likewise
 * @param label the same in words
 */
public record Stem(
        int width,
        double done,
        double inProgressAt,
        double inProgress,
        double unbrokenAt,
        double unbroken,
        boolean blocked,
        String label) {
    private static final double MARGIN = 1;

    /** A stem by points. */
    public static Stem byPoints(RollUp figures, int width) {
        double whole = figures.effective() == null ? 0 : figures.effective().thousandths();
        double inner = width - 2 * MARGIN;
        double done = share(figures.points().done(), whole, inner);
        double inProgress = share(figures.points().inProgress(), whole, inner);
        double unbroken = share(figures.unbroken(), whole, inner);
        return new Stem(
                width,
                done,
                MARGIN + done,
                inProgress,
                MARGIN + inner - unbroken,
                unbroken,
                figures.blocked() > 0,
                pointsInWords(figures));
    }

    /** A stem by hours of tasks: what went in against all that it takes. */
    public static Stem byHours(RollUp figures, int width) {
        var invested = orZero(figures.hoursInvested());
        double whole = invested.plus(orZero(figures.hoursRemaining())).thousandths();
        double inner = width - 2 * MARGIN;
        double done = share(invested, whole, inner);
        return new Stem(
                width, done, MARGIN + done, 0, MARGIN + inner, 0, false, hoursInWords(figures));
    }

    /** The stem that fits an item: by points, or by hours for a task. */
    public static Stem of(Item item, RollUp figures, int width) {
        return item.level().carriesPoints() ? byPoints(figures, width) : byHours(figures, width);
    }

    public static String pointsInWords(RollUp figures) {
        if (figures.effective() == null) {
            return "not sized";
        }
        return "%s of %s points"
                .formatted(Words.of(figures.points().done()), Words.of(figures.effective()));
    }

    public static String hoursInWords(RollUp figures) {
        if (figures.hoursInvested() == null && figures.hoursRemaining() == null) {
            return figures.hoursEstimate() == null
                    ? ""
                    : Words.of(figures.hoursEstimate()) + " hours";
        }
        var invested = orZero(figures.hoursInvested());
        var total = invested.plus(orZero(figures.hoursRemaining()));
        return "%s of %s hours".formatted(Words.of(invested), Words.of(total));
    }

    private static Amount orZero(@Nullable Amount amount) {
        return amount == null ? Amount.ZERO : amount;
    }

    /** To a tenth of a pixel: more is not seen, but sent. */
    private static double share(Amount part, double whole, double inner) {
        return whole == 0
                ? 0
                : Math.round(Math.min(1, part.thousandths() / whole) * inner * 10) / 10.0;
    }
}
