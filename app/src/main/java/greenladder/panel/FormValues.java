package greenladder.panel;

import greenladder.core.change.Problems;
import greenladder.core.value.Amount;
import greenladder.core.value.Days;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.util.StringUtils;

/** Reads what forms hold; what cannot be read is refused with its field. */
public final class FormValues {
    private static final int LONGEST_LIST = 60_000;
    private static final int LONGEST_TEXT = 2_000;
    private static final int LONGEST_DATE = 10;
    private static final int LONGEST_SHOWN = 40;

    private FormValues() {}

    public static List<ItemKey> keys(String text) {
        if (text.length() > LONGEST_LIST) {
            throw invalid("keys", "Too many items at once.");
        }
        var keys =
                Arrays.stream(text.split("[,\\s]+"))
                        .filter(one -> !one.isEmpty())
                        .map(Lookups::key)
                        .toList();
        if (keys.isEmpty()) {
            throw invalid("keys", "Pick an item first.");
        }
        return keys;
    }

    public static List<String> lines(String text) {
        if (text.length() > LONGEST_LIST) {
            throw invalid("holidays", "This is too long.");
        }
        return text.lines().map(String::strip).filter(line -> !line.isEmpty()).toList();
    }

    public static LocalDate date(String field, @Nullable String text) {
        return findDate(text == null ? "" : text.strip())
                .orElseThrow(() ->
                        invalid(
                                field,
                                "A day is needed, such as 2026-11-30, between the years 1990 and"
                                        + " 2200"
                                        + unfit(text)));
    }

    /** Names what was said where another thing is needed, and ends the sentence. */
    private static String unfit(@Nullable String text) {
        return text == null || text.isBlank()
                ? "."
                : "; “%s” is not one.".formatted(Shortened.to(LONGEST_SHOWN, text.strip()));
    }

    /** A day between the years 1990 and 2200; empty for anything else. */
    public static Optional<LocalDate> findDate(@Nullable String text) {
        if (text == null || text.length() > LONGEST_DATE) {
            return Optional.empty();
        }
        return Days.parse(text).filter(day -> day.getYear() > 1989 && day.getYear() < 2201);
    }

    public static int number(String field, String text, int most) {
        var plain = text.strip();
        if (!plain.matches("\\d{1,6}") || Integer.parseInt(plain) > most) {
            throw invalid(
                    field,
                    "%s: a whole number of at most %,d is needed%s"
                            .formatted(StringUtils.capitalize(field), most, unfit(text)));
        }
        return Integer.parseInt(plain);
    }

    public static @Nullable Amount amount(@Nullable String text) {
        if (text == null || text.isBlank()) {
            return null;
        }
        return Amount.parse(text.strip().replace(',', '.'))
                .filter(amount ->
                        amount.compareTo(Amount.ZERO) >= 0 && amount.compareTo(Amount.LARGEST) <= 0)
                .orElseThrow(
                        () -> invalid("hours", "A number is needed, with at most three decimals."));
    }

    public static void checkLength(String field, String text) {
        if (text.length() > LONGEST_TEXT) {
            throw invalid(field, "At most %,d characters are allowed.".formatted(LONGEST_TEXT));
        }
    }

    public static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }
}
