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

    private static final long A_DAY = 24 * 60L;
    private static final long MORNING = 8 * 60L;
    private static final long EVENING = 18 * 60L;

    /** How long before the first sprint the first items were written. */
    private static final int BEFORE = 10;

    /**
     * A Monday, such that today is the fourth to tenth day of the current sprint: from the Thursday
     * of its first week to the Wednesday of its second.
     */
    LocalDate startOf(int sprint) {
        return today.minusDays(3)
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

    /** The same day, or the Friday before a weekend. */
    static LocalDate workday(LocalDate day) {
        return switch (day.getDayOfWeek()) {
            case SATURDAY -> day.minusDays(1);
            case SUNDAY -> day.minusDays(2);
            default -> day;
        };
    }

    /**
     * The same moment, or one at which somebody works: of a weekend the Friday evening before, of a
     * night the morning after it. What came after something else still does.
     *
     * @param now nothing comes later
     */
    static Instant working(Instant at, Instant now) {
        var time = at.atZone(ZoneOffset.UTC);
        var day = time.toLocalDate();
        var workday = workday(day);
        long minute = time.toLocalTime().toSecondOfDay() / 60;
        if (!workday.equals(day)) {
            long ofWeekend = (day.toEpochDay() - workday.toEpochDay() - 1) * A_DAY + minute;
            return evening(workday, 15 * 60 + ofWeekend * 30 * 60 / (2 * A_DAY));
        }
        if (minute >= MORNING && minute < EVENING) {
            return at;
        }
        if (minute >= EVENING) {
            return evening(day, minute - EVENING);
        }
        var morning = at(day, -10).plusSeconds(minute);
        return morning.isAfter(now)
                ? evening(workday(day.minusDays(1)), 45 * 60 + minute)
                : morning;
    }

    /** So many seconds after six. */
    private static Instant evening(LocalDate day, long seconds) {
        return day.atTime(LocalTime.of(18, 0)).plusSeconds(seconds).toInstant(ZoneOffset.UTC);
    }
}
