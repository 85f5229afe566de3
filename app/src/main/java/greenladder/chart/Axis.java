package greenladder.chart;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/**
 * One direction of a chart: where values stand.
 *
 * @param least the value at {@code from}
 * @param most the value at {@code to}; more than the least
 * @param from in pixels from the left or from the top; may be more than {@code to}
 * @param root whether distances grow with the root of the value, so that small ones are told apart
 */
public record Axis(double least, double most, int from, int to, boolean root) {
    private static final int FEWEST_STEPS = 4;
    private static final int MOST_STEPS = 9;

    /** A mark beside an axis. */
    public record Tick(int at, String text) {}

    public Axis {
        if (most <= least) {
            throw new IllegalArgumentException("from %s to %s".formatted(least, most));
        }
    }

    public static Axis linear(double least, double most, int from, int to) {
        return new Axis(least, most, from, to, false);
    }

    /** From 0; what is less stands at 0. */
    public static Axis root(double most, int from, int to) {
        return new Axis(0, most, from, to, true);
    }

    /** Where a value stands, in pixels. */
    public int at(double value) {
        double share = (value - least) / (most - least);
        double way = root ? Math.sqrt(Math.max(0, share)) : share;
        int length = (int) Math.round(way * Math.abs(to - from));
        return to > from ? from + length : from - length;
    }

    /** Marks at round steps, four to nine of them. */
    public List<Tick> ticks(Function<BigDecimal, String> words) {
        double step = Math.pow(10, Math.floor(Math.log10((most - least) / FEWEST_STEPS)));
        while ((most - least) / step > MOST_STEPS) {
            step *= 2;
        }
        var ticks = new ArrayList<Tick>();
        for (double value = Math.ceil(least / step) * step; value <= most; value += step) {
            ticks.add(new Tick(at(value), words.apply(new BigDecimal(value))));
        }
        return ticks;
    }

    /**
     * Marks at those of some values that are on the axis and have room.
     *
     * @param values rising
     * @param apart how far marks stand apart at least, in pixels
     */
    public List<Tick> ticksAt(List<Integer> values, int apart) {
        var ticks = new ArrayList<Tick>();
        for (int value : values) {
            int at = at(value);
            boolean hasRoom = ticks.isEmpty() || Math.abs(at - ticks.getLast().at()) >= apart;
            if (value <= most && hasRoom) {
                ticks.add(new Tick(at, Integer.toString(value)));
            }
        }
        return ticks;
    }
}
