package greenladder.planning;

import greenladder.core.change.Problems;
import greenladder.core.value.Shortened;
import greenladder.web.Failure;
import java.io.IOException;
import java.io.StringReader;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.temporal.Temporal;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.Period;
import net.fortuna.ical4j.model.Property;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.RRule;
import net.fortuna.ical4j.transform.recurrence.Frequency;

/**
 * Reads holidays out of an iCalendar file (RFC 5545): each day of each event that falls into the
 * years around today. Rules that never end are followed as far as that.
 */
public final class CalendarReader {
    /** The longest file that is read, in characters. */
    public static final int LONGEST = 1_000_000;

    private static final int MOST_EVENTS = 2_000;
    private static final int MOST_DAYS = 2_000;
    private static final int LONGEST_EVENT = 62;
    private static final int LONGEST_NAME = 120;
    private static final int YEARS_BACK = 1;
    private static final int YEARS_AHEAD = 3;
    private static final Set<Frequency> FREQUENCIES =
            Set.of(Frequency.YEARLY, Frequency.MONTHLY, Frequency.WEEKLY, Frequency.DAILY);

    private CalendarReader() {}

    /**
     * The holidays of a file, by day.
     *
     * @throws Failure.Invalid if it is no such file, or is too large
     */
    public static SortedMap<LocalDate, String> read(String text, LocalDate today) {
        if (text.length() > LONGEST) {
            throw invalid(
                    "The file has %,d characters; at most %,d are read.", text.length(), LONGEST);
        }
        var holidays = new TreeMap<LocalDate, String>();
        var from = today.minusYears(YEARS_BACK);
        var to = today.plusYears(YEARS_AHEAD);
        try {
            var calendar = new CalendarBuilder().build(new StringReader(text));
            var events = calendar.<VEvent>getComponents(Component.VEVENT);
            if (events.size() > MOST_EVENTS) {
                throw invalid(
                        "The file has %,d events; at most %,d are read.",
                        events.size(), MOST_EVENTS);
            }
            for (var event : events) {
                add(holidays, event, from, to);
            }
        } catch (IOException
                | ParserException
                | IllegalArgumentException
                | java.time.DateTimeException e) {
            throw invalid("This is not a readable iCalendar file.");
        }
        if (holidays.isEmpty()) {
            throw invalid("There is no day in it from %s to %s.", from, to);
        }
        return holidays;
    }

    private static void add(
            TreeMap<LocalDate, String> holidays, VEvent event, LocalDate from, LocalDate to) {
        var rules = event.<RRule<Temporal>>getProperties(Property.RRULE);
        if (rules.stream()
                .anyMatch(rule -> !FREQUENCIES.contains(rule.getRecur().getFrequency()))) {
            throw invalid("A holiday comes back after days, weeks, months or years, not faster.");
        }
        var summary = event.getSummary() == null ? "" : event.getSummary().getValue().strip();
        var name = summary.isEmpty() ? "Holiday" : summary;
        var shown = Shortened.to(LONGEST_NAME, name);
        var span = new Period<>(start(from), start(to.plusDays(1)));
        for (var period : event.calculateRecurrenceSet(span)) {
            var first = LocalDate.from(period.getStart());
            var end = LocalDate.from(period.getEnd());
            var last = end.isAfter(first) ? end.minusDays(1) : first;
            if (last.toEpochDay() - first.toEpochDay() > LONGEST_EVENT) {
                throw invalid("“%s” goes on for more than %d days.", shown, LONGEST_EVENT);
            }
            for (var day = first; !day.isAfter(last); day = day.plusDays(1)) {
                if (!day.isBefore(from) && !day.isAfter(to)) {
                    holidays.putIfAbsent(day, shown);
                }
            }
            if (holidays.size() > MOST_DAYS) {
                throw invalid("There are more than %,d days in it.", MOST_DAYS);
            }
        }
    }

    private static ZonedDateTime start(LocalDate day) {
        return day.atStartOfDay(ZoneOffset.UTC);
    }

    private static Failure.Invalid invalid(String message, Object... values) {
        return new Failure.Invalid(Problems.of("file", message.formatted(values)));
    }
}
