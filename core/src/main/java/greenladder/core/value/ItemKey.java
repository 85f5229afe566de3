package greenladder.core.value;

import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * An item's name for life: product code and number run together, {@code MSF104}. It stays whatever
 * level or parent the item moves to.
 *
 * @param product 2 to 5 capital letters
 * @param number from 1
 */
public record ItemKey(String product, int number) implements Comparable<ItemKey> {
    private static final Pattern FORM = Pattern.compile("([A-Z]{2,5})([1-9]\\d{0,8})");
    private static final Comparator<ItemKey> ORDER =
            Comparator.comparing(ItemKey::product).thenComparingInt(ItemKey::number);

    /** Reads {@code MSF104}; small letters and spaces around it are forgiven. */
    public static Optional<ItemKey> parse(String text) {
        var match = FORM.matcher(text.strip().toUpperCase(Locale.ROOT));
        return match.matches()
                ? Optional.of(new ItemKey(match.group(1), Integer.parseInt(match.group(2))))
                : Optional.empty();
    }

    @Override
    public int compareTo(ItemKey other) {
        return ORDER.compare(this, other);
    }

    @Override
    public String toString() {
        return product + number;
    }
}
