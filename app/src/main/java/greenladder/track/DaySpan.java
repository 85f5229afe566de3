package greenladder.track;

import greenladder.core.value.Days;
import java.time.LocalDate;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;

/**
 * The days that a page tells about, as its form shows them.
 *
 * @param action where the form leads
 * @param fields what stays as it is, by name
 * @param problem what was wrong with the days asked for; empty for nothing
 */
public record DaySpan(
        LocalDate from,
        LocalDate to,
        String action,
        Map<String, List<String>> fields,
        String problem) {
    private static final int MOST_DAYS = 3_700;

    public DaySpan {
        fields = Collections.unmodifiableMap(new LinkedHashMap<>(fields));
    }

    /** The days asked for, or the last so many where nothing, or nothing that can be, was asked. */
    public static DaySpan of(
            String from, String to, int usualDays, LocalDate today, String action) {
        var usual = today.minusDays(usualDays - 1L);
        try {
            var last = to.isBlank() ? today : day(to);
            var first = from.isBlank() ? last.minusDays(usualDays - 1L) : day(from);
            if (first.isAfter(last)) {
                return new DaySpan(
                        usual, today, action, Map.of(), "The first day is after the last.");
            }
            if (last.toEpochDay() - first.toEpochDay() > MOST_DAYS) {
                return new DaySpan(
                        usual, today, action, Map.of(), "Ten years at most can be shown.");
            }
            return new DaySpan(first, last, action, Map.of(), "");
        } catch (NoSuchElementException e) {
            return new DaySpan(usual, today, action, Map.of(), "That is not a date.");
        }
    }

    private static LocalDate day(String text) {
        return Days.parse(text.strip()).orElseThrow();
    }

    DaySpan with(String name, String value) {
        return value.isEmpty() ? this : with(Map.of(name, List.of(value)));
    }

    public DaySpan with(Map<String, List<String>> more) {
        var all = new LinkedHashMap<>(fields);
        all.putAll(more);
        return new DaySpan(from, to, action, all, problem);
    }

    /** The parameters that a view has for its days. */
    public Map<String, String> own() {
        var own = new LinkedHashMap<String, String>();
        own.put("from", from.toString());
        own.put("to", to.toString());
        return own;
    }

    public String query() {
        return "from=%s&to=%s".formatted(from, to);
    }
}
