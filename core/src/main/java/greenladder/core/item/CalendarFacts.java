package greenladder.core.item;

import greenladder.core.item.Calendar.DaysOff;
import greenladder.core.item.Calendar.Member;
import greenladder.core.item.Calendar.Skill;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A calendar as facts of its team, see {@link PlanFacts}: each holiday, and each thing that is said
 * of a person, is one of its own. What is as usual is not kept.
 */
final class CalendarFacts {
    static final String FOCUS = "focus";
    private static final String WEEKDAYS = "weekdays";
    private static final String HOLIDAY = "holiday.";
    private static final String HOURS = "hours.";
    private static final String SHARE = "share.";
    private static final String DAYS = "days.";
    private static final String SKILLS = "skills.";
    private static final String OFF = "off.";
    private static final int DATE = "2026-12-24".length();

    private CalendarFacts() {}

    static boolean isOne(String fact) {
        return fact.equals(FOCUS)
                || fact.equals(WEEKDAYS)
                || List.of(HOLIDAY, HOURS, SHARE, DAYS, SKILLS, OFF).stream()
                        .anyMatch(fact::startsWith);
    }

    static Map<String, String> of(Calendar calendar) {
        var facts = new HashMap<String, String>();
        if (!calendar.focus().equals(Calendar.USUAL_FOCUS)) {
            facts.put(FOCUS, calendar.focus().toString());
        }
        if (!calendar.weekdays().equals(Calendar.MONDAY_TO_FRIDAY)) {
            facts.put(WEEKDAYS, text(calendar.weekdays()));
        }
        calendar.holidays().forEach((day, name) -> facts.put(HOLIDAY + day, name));
        calendar.members().forEach((handle, member) -> put(facts, handle, member));
        return facts;
    }

    private static void put(Map<String, String> facts, String handle, Member member) {
        if (member.hoursPerDay() != null) {
            facts.put(HOURS + handle, member.hoursPerDay().toString());
        }
        if (member.share() != null) {
            facts.put(SHARE + handle, member.share().toString());
        }
        if (!member.weekdays().isEmpty()) {
            facts.put(DAYS + handle, text(member.weekdays()));
        }
        if (!member.skills().isEmpty()) {
            facts.put(
                    SKILLS + handle,
                    member.skills().stream()
                            .map(CalendarFacts::text)
                            .collect(Collectors.joining("\t")));
        }
        for (var off : member.daysOff()) {
            facts.put(OFF + handle + "." + off.from(), off.to() + "\t" + off.why());
        }
    }

    private static String text(Skill skill) {
        return skill.hoursPerDay() == null
                ? skill.name()
                : skill.name() + "=" + skill.hoursPerDay();
    }

    static Calendar read(Map<String, String> facts) {
        var holidays = new TreeMap<LocalDate, String>();
        var handles = new TreeSet<String>();
        var daysOff = new HashMap<String, List<DaysOff>>();
        new TreeMap<>(facts)
                .forEach((name, text) -> {
                    if (name.startsWith(HOLIDAY)) {
                        holidays.put(LocalDate.parse(name.substring(HOLIDAY.length())), text);
                    } else if (name.startsWith(OFF)) {
                        var handle = name.substring(OFF.length(), name.length() - DATE - 1);
                        handles.add(handle);
                        daysOff.computeIfAbsent(handle, any -> new ArrayList<>())
                                .add(daysOff(name, text));
                    } else {
                        List.of(HOURS, SHARE, DAYS, SKILLS).stream()
                                .filter(name::startsWith)
                                .forEach(start -> handles.add(name.substring(start.length())));
                    }
                });
        var members = new TreeMap<String, Member>();
        for (var handle : handles) {
            members.put(
                    handle,
                    new Member(
                            amount(facts.get(HOURS + handle)),
                            number(facts.get(SHARE + handle)),
                            weekdays(facts.get(DAYS + handle), Set.of()),
                            skills(facts.get(SKILLS + handle)),
                            daysOff.getOrDefault(handle, List.of())));
        }
        var focus = amount(facts.get(FOCUS));
        return new Calendar(
                focus == null ? Calendar.USUAL_FOCUS : focus,
                weekdays(facts.get(WEEKDAYS), Calendar.MONDAY_TO_FRIDAY),
                holidays,
                members);
    }

    private static DaysOff daysOff(String name, String text) {
        var parts = text.split("\t", 2);
        return new DaysOff(
                LocalDate.parse(name.substring(name.length() - DATE)),
                LocalDate.parse(parts[0]),
                parts[1]);
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
