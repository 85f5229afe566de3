package greenladder.core.plan;

import greenladder.core.sprint.Sprint;
import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.core.workspace.Workspace;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * The hours that people have for the planned work of a sprint: on each working day on which they
 * are not away, their hours of a day, times the team's focus factor, times the share of them that
 * the team has.
 */
public record Availability(Workspace workspace, Sprint sprint, Team team) {
    private static final BigDecimal PERCENT = BigDecimal.valueOf(1, 2);
    private static final int ALL = 100;

    /** That of a sprint whose team is there. */
    public static Availability of(Workspace workspace, Sprint sprint) {
        return new Availability(workspace, sprint, workspace.findTeam(sprint.team()).orElseThrow());
    }

    /** Who takes part: the team's members at work without those who are left out, and guests. */
    public List<String> people() {
        var people = new LinkedHashSet<>(workspace.membersAtWork(team));
        people.removeAll(sprint.plan().away());
        people.addAll(sprint.plan().guests());
        return List.copyOf(people);
    }

    /** The hours of all who take part, over the whole sprint. */
    public BigDecimal hours() {
        var days = daysFrom(sprint.start());
        var sum = BigDecimal.ZERO;
        for (var person : people()) {
            sum = sum.add(hours(person, days));
        }
        return sum;
    }

    /** The hours of a person from a day of the sprint on. */
    public BigDecimal hours(String person, LocalDate from) {
        return hours(person, daysFrom(from));
    }

    private BigDecimal hours(String person, List<LocalDate> workingDays) {
        var member = team.calendar().member(person);
        var daysOff = daysOff(person);
        long worked =
                workingDays.stream()
                        .filter(day -> member.worksOn(day) && !isOff(daysOff, day))
                        .count();
        return aDay(person, member.hours()).multiply(BigDecimal.valueOf(worked));
    }

    /** The days of the sprint on which its team works, from one on. */
    public List<LocalDate> daysFrom(LocalDate from) {
        return team.calendar()
                .workingDays(from.isAfter(sprint.start()) ? from : sprint.start(), sprint.finish());
    }

    /** The hours that a person has on a working day of the team. */
    public BigDecimal onDay(String person, LocalDate day) {
        return onDay(person, day, null);
    }

    /** The hours that all who have a skill can give to it, from a day of the sprint on. */
    public BigDecimal skillHours(String skill, LocalDate from) {
        var sum = BigDecimal.ZERO;
        for (var person : people()) {
            var has =
                    team.calendar().member(person).skills().stream()
                            .filter(one -> one.name().equalsIgnoreCase(skill))
                            .findFirst();
            if (has.isPresent()) {
                for (var day : daysFrom(from)) {
                    sum = sum.add(onDay(person, day, has.get()));
                }
            }
        }
        return sum;
    }

    /** The skills of all who take part, each once. */
    public Set<String> skills() {
        var skills = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
        for (var person : people()) {
            team.calendar().member(person).skills().forEach(skill -> skills.add(skill.name()));
        }
        return skills;
    }

    /** The members who have days off within the sprint. */
    public List<String> partlyAway() {
        var away = new ArrayList<String>();
        var days = daysFrom(sprint.start());
        for (var person : people()) {
            var daysOff = daysOff(person);
            if (days.stream().anyMatch(day -> isOff(daysOff, day))) {
                away.add(person);
            }
        }
        return away;
    }

    private BigDecimal onDay(String person, LocalDate day, @Nullable Skill skill) {
        var member = team.calendar().member(person);
        boolean works =
                team.calendar().isWorkingDay(day)
                        && member.worksOn(day)
                        && !isOff(daysOff(person), day);
        if (!works) {
            return BigDecimal.ZERO;
        }
        Amount hours = member.hours();
        if (skill != null
                && skill.hoursPerDay() != null
                && skill.hoursPerDay().compareTo(hours) < 0) {
            hours = skill.hoursPerDay();
        }
        return aDay(person, hours);
    }

    /** What is left of a person's hours of a day for the planned work of this team. */
    private BigDecimal aDay(String person, Amount hours) {
        return hours.toDecimal()
                .multiply(team.calendar().focus().toDecimal())
                .multiply(BigDecimal.valueOf(share(person)))
                .multiply(PERCENT)
                .stripTrailingZeros();
    }

    /** Who is away is away from every team. */
    private List<DaysOff> daysOff(String person) {
        return workspace.teamsByKey().values().stream()
                .flatMap(one -> one.calendar().member(person).daysOff().stream())
                .toList();
    }

    private static boolean isOff(List<DaysOff> daysOff, LocalDate day) {
        return daysOff.stream().anyMatch(off -> off.holds(day));
    }

    /** What the team has of a person, in percent: what is stated, else all in their first team. */
    private int share(String person) {
        var stated = team.calendar().member(person).share();
        if (stated != null) {
            return stated;
        }
        boolean isFirst =
                sprint.plan().guests().contains(person)
                        || workspace.teamsByKey().values().stream()
                                .filter(one -> one.members().contains(person))
                                .findFirst()
                                .filter(one -> one.key().equals(team.key()))
                                .isPresent();
        return isFirst ? ALL : 0;
    }
}
