package greenladder.core.rank;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * A sortable key: items stand in the order of their keys as plain text. Between any two different
 * keys another one fits, so that a move changes one item and no other.
 *
 * <p>Keys are fractions written in base 62, without a zero at the end, so that before every key
 * another one fits too.
 *
 * @param text digits {@code 0-9A-Za-z}, not ending in {@code 0}
 */
public record Rank(String text) implements Comparable<Rank> {
    /** Keys longer than this are rewritten in the background. */
    public static final int LONGEST = 40;

    private static final String DIGITS =
            "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz";
    private static final int BASE = DIGITS.length();

    /**
     * Width of keys made at an open end: 62 to the 6th places, stepped through so that room stays
     * between neighbours.
     */
    private static final int WIDTH = 6;

    private static final long PLACES = Math.round(Math.pow(BASE, WIDTH));
    private static final long STEP = 3847;

    /** Digits beyond the longest key involved, so that different keys stay different. */
    private static final int ROOM = 8;

    public Rank {
        if (text.isEmpty()
                || text.endsWith("0")
                || !text.chars().allMatch(c -> DIGITS.indexOf(c) >= 0)) {
            throw new IllegalArgumentException("rank " + text);
        }
    }

    /**
     * A key between two others.
     *
     * @param low the one before, null for none
     * @param high the one after, null for none
     * @throws IllegalArgumentException if low is not below high
     */
    public static Rank between(@Nullable Rank low, @Nullable Rank high) {
        if (low != null && high != null && low.compareTo(high) >= 0) {
            throw new IllegalArgumentException("no rank between " + low + " and " + high);
        }
        if (low == null && high == null) {
            return new Rank("V");
        }
        Rank stepped = null;
        if (high == null && low != null) {
            stepped = stepped(low.text, STEP);
        } else if (low == null && high != null) {
            stepped = stepped(high.text, -STEP);
        }
        if (stepped != null) {
            return stepped;
        }
        return new Rank(midpoint(low == null ? "" : low.text, high == null ? null : high.text));
    }

    /**
     * So many keys between two others, in ascending order, as short as halving allows: about log62
     * of their number longer than the midpoint. Time and space O(count).
     */
    public static List<Rank> spread(@Nullable Rank low, @Nullable Rank high, int count) {
        if (high == null) {
            var ranks = new ArrayList<Rank>(count);
            var last = low;
            for (int i = 0; i < count; i++) {
                last = between(last, null);
                ranks.add(last);
            }
            return ranks;
        }
        var ranks = new Rank[count];
        fill(ranks, 0, count, low, high);
        return List.of(ranks);
    }

    // Recursion is as deep as the logarithm of the count, not as the tree.
    private static void fill(Rank[] ranks, int from, int to, @Nullable Rank low, Rank high) {
        if (from >= to) {
            return;
        }
        int middle = (from + to) >>> 1;
        var rank = new Rank(midpoint(low == null ? "" : low.text, high.text));
        ranks[middle] = rank;
        fill(ranks, from, middle, low, rank);
        fill(ranks, middle + 1, to, rank, high);
    }

    /**
     * The key that divides one gap as another key divides another gap: keys in one order in the one
     * gap are in the same order in the other.
     *
     * @param rank lies between {@code low} and {@code high}; null stands for the open end
     */
    public static Rank sameShare(
            Rank rank,
            @Nullable Rank low,
            @Nullable Rank high,
            @Nullable Rank newLow,
            @Nullable Rank newHigh) {
        if (Objects.equals(low, newLow) && Objects.equals(high, newHigh)) {
            return rank;
        }
        int width = ROOM + rank.text.length();
        for (var end : new Rank[] {low, high, newLow, newHigh}) {
            width = Math.max(width, end == null ? 0 : ROOM + end.text.length());
        }
        var from = fraction(low, width, BigInteger.ZERO);
        var span = fraction(high, width, whole(width)).subtract(from);
        var newFrom = fraction(newLow, width, BigInteger.ZERO);
        var newSpan = fraction(newHigh, width, whole(width)).subtract(newFrom);
        var share = fraction(rank, width, BigInteger.ZERO).subtract(from);
        var place =
                newFrom.add(share.multiply(newSpan).divide(span)).max(newFrom.add(BigInteger.ONE));
        return ofFraction(place, width);
    }

    private static BigInteger whole(int width) {
        return BigInteger.valueOf(BASE).pow(width);
    }

    private static BigInteger fraction(@Nullable Rank rank, int width, BigInteger open) {
        if (rank == null) {
            return open;
        }
        var value = BigInteger.ZERO;
        for (int i = 0; i < width; i++) {
            int digit = i < rank.text.length() ? DIGITS.indexOf(rank.text.charAt(i)) : 0;
            value = value.multiply(BigInteger.valueOf(BASE)).add(BigInteger.valueOf(digit));
        }
        return value;
    }

    private static Rank ofFraction(BigInteger place, int width) {
        var digits = new StringBuilder();
        var rest = place;
        for (int i = 0; i < width; i++) {
            var parts = rest.divideAndRemainder(BigInteger.valueOf(BASE));
            digits.append(DIGITS.charAt(parts[1].intValue()));
            rest = parts[0];
        }
        return new Rank(digits.reverse().toString().replaceAll("0+$", ""));
    }

    /** The key a step away at fixed width; null where the end of that width is near. */
    private static @Nullable Rank stepped(String text, long step) {
        long place = 0;
        for (int i = 0; i < WIDTH; i++) {
            place = place * BASE + (i < text.length() ? DIGITS.indexOf(text.charAt(i)) : 0);
        }
        place += step;
        if (place % BASE == 0) {
            place += Long.signum(step);
        }
        if (place <= 0 || place >= PLACES) {
            return null;
        }
        var digits = new char[WIDTH];
        for (int i = WIDTH - 1; i >= 0; i--) {
            digits[i] = DIGITS.charAt((int) (place % BASE));
            place /= BASE;
        }
        return new Rank(new String(digits));
    }

    /** The midpoint of two fractions, {@code high} null standing for 1. */
    private static String midpoint(String low, @Nullable String high) {
        var made = new StringBuilder();
        boolean bounded = high != null;
        for (int i = 0; ; i++) {
            int below = i < low.length() ? DIGITS.indexOf(low.charAt(i)) : 0;
            int above =
                    bounded && high != null
                            ? (i < high.length() ? DIGITS.indexOf(high.charAt(i)) : 0)
                            : BASE;
            if (below == above) {
                made.append(DIGITS.charAt(below));
                continue;
            }
            int middle = (below + above) >>> 1;
            if (middle > below) {
                return made.append(DIGITS.charAt(middle)).toString();
            }
            // Neighbouring digits: keep the lower one, and from here on only the lower key bounds.
            made.append(DIGITS.charAt(below));
            bounded = false;
        }
    }

    @Override
    public int compareTo(Rank other) {
        return text.compareTo(other.text);
    }

    @Override
    public String toString() {
        return text;
    }
}
