package greenladder.demo;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.time.temporal.TemporalAdjusters;

/**
 * The days of the sample history, counted from today: six closed sprints of two weeks, a seventh
 * about half-way, an eighth ahead.
 */
record DemoCalendar(LocalDate today) {
    static final int CLOSED = 6;
    static final int CURRENT = CLOSED + 1;
    static final int AHEAD = 4;
    static final int DAYS = 14;
    static final int WORKING_DAYS = 10;

    /** How long before the first sprint the first items were written. */
    private static final int BEFORE = 10;

    /** A Monday, such that today is the sixth to twelfth day of the current sprint. */
    LocalDate startOf(int sprint) {
        return today.minusDays(5)
                .with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY))
                .plusDays((long) DAYS * (sprint - CURRENT));
    }

    LocalDate finishOf(int sprint) {
        return startOf(sprint).plusDays(DAYS - 3L);
    }

    LocalDate firstDay() {
        return startOf(1).minusDays(BEFORE);
    }

    /** The last working day of the current sprint that is wholly over, from 0. */
    int workedSoFar() {
        int days = (int) (today.toEpochDay() - startOf(CURRENT).toEpochDay());
        int weekend = days > 5 ? Math.min(2, days - 5) : 0;
        return days - weekend - 1;
    }

    /** A time on a working day of a sprint, from 0 to 9. */
    Instant at(int sprint, int workingDay, int minute) {
        int day = Math.clamp(workingDay, 0, WORKING_DAYS - 1);
        return at(startOf(sprint).plusDays(day + (day >= 5 ? 2L : 0)), minute);
    }

    /** Minutes after eight in the morning. */
    static Instant at(LocalDate day, int minute) {
        return day.atTime(LocalTime.of(8, 0)).plusMinutes(minute).toInstant(ZoneOffset.UTC);
    }
}
