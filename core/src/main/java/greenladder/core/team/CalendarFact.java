package greenladder.core.team;

import greenladder.core.value.Days;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The name of a fact of a calendar: what it says, of whom and of which day. Written and read here
 * alone.
 *
 * @param of the person's sign-in name; empty for the team
 * @param day null where it is of no day
 */
record CalendarFact(Kind kind, String of, @Nullable LocalDate day) {
    private static final int DAY = "2026-12-24".length();

    enum Kind {
        FOCUS("focus", false, false),
        WEEKDAYS("weekdays", false, false),
        HOLIDAY("holiday", false, true),
        HOURS("hours", true, false),
        SHARE("share", true, false),
        DAYS("days", true, false),
        SKILLS("skills", true, false),
        OFF("off", true, true);

        private final String word;
        private final boolean isOfPerson;
        private final boolean isOfDay;

        Kind(String word, boolean isOfPerson, boolean isOfDay) {
            this.word = word;
            this.isOfPerson = isOfPerson;
            this.isOfDay = isOfDay;
        }
    }

    CalendarFact {
        if (kind.isOfPerson == of.isEmpty()
                || kind.isOfDay == (day == null)
                || day != null && !Days.isWithin(day)) {
            throw new IllegalArgumentException("%s of “%s” on %s".formatted(kind, of, day));
        }
    }

    /** {@code focus}, {@code holiday.2026-12-24}, {@code hours.ada}, {@code off.ada.2026-12-24}. */
    String name() {
        return kind.word + (of.isEmpty() ? "" : "." + of) + (day == null ? "" : "." + day);
    }

    /** Empty where it is no fact of a calendar, or one of a day that is none. */
    static Optional<CalendarFact> parse(String name) {
        return kindOf(name).flatMap(kind -> parse(kind, name));
    }

    /** Whether a fact is meant for a calendar, though it may not be readable. */
    static boolean isMeant(String name) {
        return kindOf(name).isPresent();
    }

    private static Optional<Kind> kindOf(String name) {
        var word = name.contains(".") ? name.substring(0, name.indexOf('.')) : name;
        boolean isBare = word.length() == name.length();
        return Arrays.stream(Kind.values())
                .filter(kind -> kind.word.equals(word))
                .filter(kind -> isBare == !(kind.isOfPerson || kind.isOfDay))
                .findFirst();
    }

    private static Optional<CalendarFact> parse(Kind kind, String name) {
        var rest = name.substring(Math.min(name.length(), kind.word.length() + 1));
        if (!kind.isOfDay) {
            return kind.isOfPerson == rest.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new CalendarFact(kind, rest, null));
        }
        var day = Days.parse(rest.substring(Math.max(0, rest.length() - DAY)));
        var of = rest.substring(0, Math.max(0, rest.length() - DAY - (kind.isOfPerson ? 1 : 0)));
        boolean fits = kind.isOfPerson ? rest.equals(of + "." + day.orElse(null)) : of.isEmpty();
        return day.filter(any -> fits && kind.isOfPerson != of.isEmpty())
                .map(date -> new CalendarFact(kind, of, date));
    }
}
