package greenladder.core.value;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A quantity of points, hours or value, exact to a thousandth, so that sums up the tree agree to
 * the digit.
 *
 * @param thousandths the quantity times 1000; negative only for differences such as drift
 */
public record Amount(long thousandths) implements Comparable<Amount> {
    public static final Amount ZERO = new Amount(0);

    /** The largest quantity that can be entered: 10,000. */
    public static final Amount LARGEST = new Amount(10_000_000);

    private static final int DECIMALS = 3;
    private static final int LONGEST_TEXT = 40;
    private static final Pattern FORM =
            Pattern.compile("[+-]?\\d*+\\.?\\d*+(?:[eE][+-]?\\d{1,2})?");

    /** {@code Amount.of(5)} is five whole units. */
    public static Amount of(long units) {
        return new Amount(Math.multiplyExact(units, 1000L));
    }

    /**
     * Reads a decimal number such as {@code 8} or {@code 0.5}; empty where the text is no number or
     * has more than three decimals. Its range is not checked.
     */
    public static Optional<Amount> parse(String text) {
        if (text.length() > LONGEST_TEXT || !FORM.matcher(text).matches()) {
            return Optional.empty();
        }
        try {
            var exact = new BigDecimal(text).setScale(DECIMALS, RoundingMode.UNNECESSARY);
            return Optional.of(new Amount(exact.unscaledValue().longValueExact()));
        } catch (NumberFormatException e) {
            return Optional.empty();
        } catch (ArithmeticException e) {
            return Optional.empty();
        }
    }

    public Amount plus(Amount other) {
        return new Amount(Math.addExact(thousandths, other.thousandths));
    }

    public Amount minus(Amount other) {
        return new Amount(Math.subtractExact(thousandths, other.thousandths));
    }

    public BigDecimal toDecimal() {
        var decimal = BigDecimal.valueOf(thousandths, DECIMALS).stripTrailingZeros();
        return decimal.scale() < 0 ? decimal.setScale(0) : decimal;
    }

    /** This, or nothing where it would be less. */
    public Amount orZero() {
        return thousandths < 0 ? ZERO : this;
    }

    @Override
    public int compareTo(Amount other) {
        return Long.compare(thousandths, other.thousandths);
    }

    /** The shortest exact decimal: {@code 8}, {@code 0.5}. {@link #parse} reads it back. */
    @Override
    public String toString() {
        return toDecimal().toPlainString();
    }
}
