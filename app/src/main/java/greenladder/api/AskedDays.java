package greenladder.api;

import greenladder.panel.FormValues;
import java.time.LocalDate;

/** The days that a call asks about, both included. */
public record AskedDays(LocalDate from, LocalDate to) {
    private static final int USUAL_DAYS = 90;
    private static final int MOST_DAYS = 4_000;

    /**
     * @param from empty for so many days before the last that it makes 90
     * @param to empty for today
     */
    public static AskedDays of(String from, String to, LocalDate today) {
        var last = to.isEmpty() ? today : FormValues.date("to", to);
        var first =
                from.isEmpty() ? last.minusDays(USUAL_DAYS - 1L) : FormValues.date("from", from);
        if (first.isAfter(last)) {
            throw ApiProblems.invalid(
                    "from", "The first day %s is after the last, %s.".formatted(first, last));
        }
        if (last.toEpochDay() - first.toEpochDay() > MOST_DAYS) {
            throw ApiProblems.invalid("from", "At most %,d days at once.".formatted(MOST_DAYS));
        }
        return new AskedDays(first, last);
    }
}
