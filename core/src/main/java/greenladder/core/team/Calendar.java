package greenladder.core.team;

import greenladder.core.value.Amount;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * When a team works, and how much of their day its members give to planned work.
 *
 * @param focus the part of a day that goes into planned work, 0 to 1; the rest is talk and mail
 * @param weekdays on which it works
 * @param holidays on which nobody of it does, with their names
 * @param members by sign-in name, those of whom something is said
 */
public record Calendar(
        Amount focus,
        Set<DayOfWeek> weekdays,
        SortedMap<LocalDate, String> holidays,
        SortedMap<String, Member> members) {
    public static final Set<DayOfWeek> MONDAY_TO_FRIDAY =
            Collections.unmodifiableSet(EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY));

    public static final Amount USUAL_FOCUS = new Amount(800);

    /** The hours of a day of somebody of whom nothing is said. */
    public static final Amount USUAL_HOURS = Amount.of(8);

    public static final Calendar USUAL =
            new Calendar(
                    USUAL_FOCUS,
                    MONDAY_TO_FRIDAY,
                    Collections.emptySortedMap(),
                    Collections.emptySortedMap());

    /**
     * @param hoursPerDay null for the usual ones
     * @param share percent of their time that the team has; null where nothing is said
     * @param weekdays on which they work; none where they work when the team does
     * @param skills in the order stated
     */
    public record Member(
            @Nullable Amount hoursPerDay,
            @Nullable Integer share,
            Set<DayOfWeek> weekdays,
            List<Skill> skills,
            List<DaysOff> daysOff) {
        public static final Member UNSAID = new Member(null, null, Set.of(), List.of(), List.of());

        public Member {
            weekdays = Set.copyOf(weekdays);
            skills = List.copyOf(skills);
            daysOff = List.copyOf(daysOff);
        }

        public Amount hours() {
            return hoursPerDay == null ? USUAL_HOURS : hoursPerDay;
        }

        /** Whether it is one of their weekdays; of whom none are said work all. */
        public boolean worksOn(LocalDate day) {
            return weekdays.isEmpty() || weekdays.contains(day.getDayOfWeek());
        }
    }

    /**
     * Something that somebody can do.
     *
     * @param hoursPerDay at most, of their hours; null where all of them can go into it
     */
    public record Skill(String name, @Nullable Amount hoursPerDay) {}

    /** Days on which somebody is away, both ends among them. */
    public record DaysOff(LocalDate from, LocalDate to, String why) {
        public boolean holds(LocalDate day) {
            return !day.isBefore(from) && !day.isAfter(to);
        }
    }

    public Calendar {
        weekdays = Set.copyOf(weekdays);
        holidays = Collections.unmodifiableSortedMap(new TreeMap<>(holidays));
        members = Collections.unmodifiableSortedMap(new TreeMap<>(members));
    }

    public Member member(String handle) {
        return Optional.ofNullable(members.get(handle)).orElse(Member.UNSAID);
    }

    /** Whether the team works on a day: one of its weekdays, and no holiday. */
    public boolean isWorkingDay(LocalDate day) {
        return weekdays.contains(day.getDayOfWeek()) && !holidays.containsKey(day);
    }

    /** The working days from one day to another, both among them. */
    public List<LocalDate> workingDays(LocalDate from, LocalDate to) {
        return to.isBefore(from)
                ? List.of()
                : from.datesUntil(to.plusDays(1)).filter(this::isWorkingDay).toList();
    }

    public Calendar withHolidays(SortedMap<LocalDate, String> others) {
        return new Calendar(focus, weekdays, others, members);
    }

    static Calendar of(Map<String, String> facts) {
        return CalendarFacts.read(facts);
    }

    Map<String, String> facts() {
        return CalendarFacts.of(this);
    }
}
