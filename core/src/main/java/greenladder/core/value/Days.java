package greenladder.core.value;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Days as texts: {@code 2026-11-12}, with years of four digits. */
public final class Days {
    public static final int FIRST_YEAR = 1900;
    public static final int LAST_YEAR = 9999;

    private static final Pattern FORM = Pattern.compile("\\d{4}-\\d{2}-\\d{2}");

    private Days() {}

    /** The day that a text names; empty for anything else, and for years out of range. */
    public static Optional<LocalDate> parse(@Nullable String text) {
        if (text == null || !FORM.matcher(text).matches()) {
            return Optional.empty();
        }
        try {
            return Optional.of(LocalDate.parse(text)).filter(Days::isWithin);
        } catch (DateTimeParseException e) {
            return Optional.empty();
        }
    }

    /** Whether a day lies between the years 1900 and 9999, so that its text is read again. */
    public static boolean isWithin(LocalDate day) {
        return day.getYear() >= FIRST_YEAR && day.getYear() <= LAST_YEAR;
    }
}
