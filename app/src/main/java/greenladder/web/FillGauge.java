package greenladder.web;

import greenladder.core.value.Amount;
import java.util.ArrayList;
import java.util.List;

/**
 * The fill gauge: planned work held against capacity, as a trough with a tick at capacity. What is
 * beyond the tick spills past it.
 *
 * @param width of the drawing, in pixels
 * @param tickAt where the capacity ends
 * @param bands the parts that fit, each with its figure where there is room
 * @param spillAt where what does not fit begins
 * @param spill its width; 0 where all fits
 * @param words what it says, such as "27 of 24 points"
 * @param over such as "3 over"; empty where all fits
 */
public record FillGauge(
        int width,
        int tickAt,
        List<Band> bands,
        int spillAt,
        int spill,
        String words,
        String over) {
    private static final int ROOM_FOR_FIGURE = 18;

    /** A part of the load, from one place to another. */
    public record Band(int at, int width, String figure) {}

    /**
     * @param parts the load, in the order in which it is laid in
     * @param capacity nothing is known of it where it is zero
     */
    public static FillGauge of(List<Amount> parts, Amount capacity, int width) {
        long load = parts.stream().mapToLong(Amount::thousandths).sum();
        long most = Math.max(1, Math.max(load, capacity.thousandths() * 5 / 4));
        var bands = new ArrayList<Band>();
        long from = 0;
        for (var part : parts) {
            long to = from + part.thousandths();
            long end = capacity.thousandths() == 0 ? to : Math.min(to, capacity.thousandths());
            if (end > from) {
                int at = place(from, most, width);
                int wide = place(end, most, width) - at;
                bands.add(new Band(at, wide, wide >= ROOM_FOR_FIGURE ? Words.of(part) : ""));
            }
            from = to;
        }
        boolean spills = capacity.thousandths() > 0 && load > capacity.thousandths();
        int tickAt = place(capacity.thousandths(), most, width);
        return new FillGauge(
                width,
                tickAt,
                bands,
                tickAt,
                spills ? place(load, most, width) - tickAt : 0,
                capacity.thousandths() == 0
                        ? Words.of(new Amount(load)) + " points"
                        : "%s of %s points"
                                .formatted(Words.of(new Amount(load)), Words.of(capacity)),
                spills ? Words.of(new Amount(load - capacity.thousandths())) + " over" : "");
    }

    private static int place(long amount, long most, int width) {
        return (int) Math.round((double) amount / most * (width - 2)) + 1;
    }
}
