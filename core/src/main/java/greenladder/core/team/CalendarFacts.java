package greenladder.core.team;

import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.CalendarFact.Kind;
import greenladder.core.value.Amount;
import greenladder.core.value.Days;
import greenladder.core.workspace.PlanFacts;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A calendar as facts of its team, see {@link PlanFacts}: each holiday, and each thing that is said
 * of a person, is one of its own. What is as usual is not kept.
 */
final class CalendarFacts {
    static final String FOCUS = name(Kind.FOCUS, "");

    private CalendarFacts() {}

    static boolean isOne(String fact) {
        return CalendarFact.isMeant(fact);
    }

    static Map<String, String> of(Calendar calendar) {
        var facts = new HashMap<String, String>();
        if (!calendar.focus().equals(Calendar.USUAL_FOCUS)) {
            facts.put(FOCUS, calendar.focus().toString());
        }
        if (!calendar.weekdays().equals(Calendar.MONDAY_TO_FRIDAY)) {
            facts.put(name(Kind.WEEKDAYS, ""), text(calendar.weekdays()));
        }
        calendar.holidays()
                .forEach((day, name) ->
                        facts.put(new CalendarFact(Kind.HOLIDAY, "", day).name(), name));
        calendar.members().forEach((handle, member) -> put(facts, handle, member));
        return facts;
    }

    private static String name(Kind kind, String of) {
        return new CalendarFact(kind, of, null).name();
    }

    private static void put(Map<String, String> facts, String handle, Member member) {
        if (member.hoursPerDay() != null) {
            facts.put(name(Kind.HOURS, handle), member.hoursPerDay().toString());
        }
        if (member.share() != null) {
            facts.put(name(Kind.SHARE, handle), member.share().toString());
        }
        if (!member.weekdays().isEmpty()) {
            facts.put(name(Kind.DAYS, handle), text(member.weekdays()));
        }
        if (!member.skills().isEmpty()) {
            facts.put(
                    name(Kind.SKILLS, handle),
                    member.skills().stream()
                            .map(CalendarFacts::text)
                            .collect(Collectors.joining("\t")));
        }
        for (var off : member.daysOff()) {
            facts.put(
                    new CalendarFact(Kind.OFF, handle, off.from()).name(),
                    off.to() + "\t" + off.why());
        }
    }

    private static String text(Skill skill) {
        return skill.hoursPerDay() == null
                ? skill.name()
                : skill.name() + "=" + skill.hoursPerDay();
    }

    /** What a fact that cannot be read would have said is as usual; the rest stands. */
    static Calendar read(Map<String, String> facts) {
        var holidays = new TreeMap<LocalDate, String>();
        var said = new TreeMap<String, Map<Kind, String>>();
        var daysOff = new HashMap<String, List<DaysOff>>();
        new TreeMap<>(facts)
                .forEach((name, text) ->
                        CalendarFact.parse(name)
                                .filter(fact -> isReadable(fact, text))
                                .ifPresent(fact -> {
                                    var of =
                                            said.computeIfAbsent(
                                                    fact.of(), any -> new EnumMap<>(Kind.class));
                                    switch (fact.kind()) {
                                        case HOLIDAY -> holidays.put(dayOf(fact), text);
                                        case OFF ->
                                                daysOff.computeIfAbsent(
                                                                fact.of(), any -> new ArrayList<>())
                                                        .add(daysOff(dayOf(fact), text));
                                        default -> of.put(fact.kind(), text);
                                    }
                                }));
        var team = Objects.requireNonNullElse(said.remove(""), Map.<Kind, String>of());
        var members = new TreeMap<String, Member>();
        said.forEach((handle, of) ->
                members.put(
                        handle,
                        new Member(
                                amount(of.get(Kind.HOURS)),
                                number(of.get(Kind.SHARE)),
                                weekdays(of.get(Kind.DAYS), Set.of()),
                                skills(of.get(Kind.SKILLS)),
                                daysOff.getOrDefault(handle, List.of()))));
        var focus = amount(team.get(Kind.FOCUS));
        return new Calendar(
                focus == null ? Calendar.USUAL_FOCUS : focus,
                weekdays(team.get(Kind.WEEKDAYS), Calendar.MONDAY_TO_FRIDAY),
                holidays,
                members);
    }

    private static boolean isReadable(CalendarFact fact, String text) {
        try {
            switch (fact.kind()) {
                case FOCUS, HOURS -> amount(text);
                case SHARE -> number(text);
                case WEEKDAYS, DAYS -> weekdays(text, Set.of());
                case SKILLS -> skills(text);
                case OFF -> daysOff(dayOf(fact), text);
                case HOLIDAY -> {
                    // any text is a name
                }
            }
            return true;
        } catch (IllegalArgumentException
                | NoSuchElementException
                | DateTimeException
                | IndexOutOfBoundsException e) {
            return false;
        }
    }

    private static LocalDate dayOf(CalendarFact fact) {
        return Objects.requireNonNull(fact.day());
    }

    private static DaysOff daysOff(LocalDate from, String text) {
        var parts = text.split("\t", 2);
        return new DaysOff(from, Days.parse(parts[0]).orElseThrow(), parts[1]);
    }

    private static List<Skill> skills(@Nullable String text) {
        if (text == null) {
            return List.of();
        }
        var skills = new ArrayList<Skill>();
        for (var one : text.split("\t")) {
            int equals = one.lastIndexOf('=');
            skills.add(
                    equals < 0
                            ? new Skill(one, null)
                            : new Skill(
                                    one.substring(0, equals), amount(one.substring(equals + 1))));
        }
        return skills;
    }

    private static @Nullable Amount amount(@Nullable String text) {
        return text == null ? null : Amount.parse(text).orElseThrow();
    }

    private static @Nullable Integer number(@Nullable String text) {
        return text == null ? null : Integer.valueOf(text);
    }

    /** Their numbers, from 1 for Monday. */
    private static String text(Collection<DayOfWeek> weekdays) {
        return weekdays.stream()
                .sorted()
                .map(day -> Integer.toString(day.getValue()))
                .collect(Collectors.joining());
    }

    private static Set<DayOfWeek> weekdays(@Nullable String text, Set<DayOfWeek> otherwise) {
        if (text == null) {
            return otherwise;
        }
        var days = EnumSet.noneOf(DayOfWeek.class);
        text.chars().forEach(digit -> days.add(DayOfWeek.of(digit - '0')));
        return days;
    }
}
