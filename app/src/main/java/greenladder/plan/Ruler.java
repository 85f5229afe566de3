package greenladder.plan;

import greenladder.core.team.Calendar;
import greenladder.web.Words;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.temporal.IsoFields;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The date ruler of the bench: from a Monday over so many weeks. Places on it are percent of its
 * length.
 *
 * @param from a Monday
 */
public record Ruler(LocalDate from, int weeks) {
    public static final int USUAL_WEEKS = 12;
    static final List<Integer> CHOICES = List.of(6, 12, 20, 40);

    private static final int WEEKS_BEFORE = 3;
    private static final int WEEK = 7;
    private static final int MOST_NAMED = 14;
    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("d MMM", Locale.UK);

    /** A stretch of the ruler. */
    public record Span(String at, String wide) {}

    /**
     * @param number of the week
     */
    record Week(String at, String label, String number) {}

    /** One that begins some weeks before a day. */
    public static Ruler around(LocalDate today, int weeks) {
        return new Ruler(monday(today).minusWeeks(WEEKS_BEFORE), weeks);
    }

    static LocalDate monday(LocalDate day) {
        return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
    }

    private int days() {
        return weeks * WEEK;
    }

    /** The day after the last. */
    LocalDate end() {
        return from.plusDays(days());
    }

    boolean shows(LocalDate first, LocalDate last) {
        return first.isBefore(end()) && !last.isBefore(from);
    }

    boolean holds(LocalDate day) {
        return shows(day, day);
    }

    /** Where a day begins. */
    String at(LocalDate day) {
        return percent(place(day));
    }

    /** From the first day to the end of the last, as far as it is on the ruler. */
    Span span(LocalDate first, LocalDate last) {
        double start = Math.max(0, place(first));
        double end = Math.min(100, place(last.plusDays(1)));
        return new Span(percent(start), percent(Math.max(0, end - start)));
    }

    private double place(LocalDate day) {
        return 100.0 * (day.toEpochDay() - from.toEpochDay()) / days();
    }

    List<Week> weekMarks() {
        int step = (weeks + MOST_NAMED - 1) / MOST_NAMED;
        var marks = new ArrayList<Week>();
        for (int i = 0; i < weeks; i++) {
            var monday = from.plusWeeks(i);
            boolean named = i % step == 0;
            marks.add(
                    new Week(
                            at(monday),
                            named ? MONTH.format(monday).replace("Sept", "Sep") : "",
                            named
                                    ? Integer.toString(
                                            monday.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR))
                                    : ""));
        }
        return marks;
    }

    /** Where working days begin; none where they would stand too close. */
    List<String> ticks() {
        return weeks > 20
                ? List.of()
                : Calendar.USUAL.workingDays(from, end().minusDays(1)).stream()
                        .map(this::at)
                        .toList();
    }

    /** Where something stands at noon of a day. */
    String noon(LocalDate day) {
        return percent(place(day) + 50.0 / days());
    }

    String inWords() {
        return "%s to %s".formatted(Words.day(from), Words.day(end().minusDays(1)));
    }

    static String percent(double share) {
        return Math.round(share * 1000) / 1000.0 + "%";
    }
}
