package greenladder.plan;

import greenladder.core.plan.Sprints;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Team;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.store.Rights;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import java.time.DayOfWeek;
import java.time.format.TextStyle;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows when the teams of a product work, and what their members give. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/calendars")
class CalendarsController {
    private final Rights rights;

    record CalendarPage(
            String product,
            String url,
            long operation,
            List<Choice> teams,
            @Nullable TeamCalendar team) {}

    record TeamCalendar(
            String key,
            String name,
            boolean mayPlan,
            String focus,
            List<Weekday> weekdays,
            String worksOn,
            String holidays,
            int holidayCount,
            List<Person> people) {}

    record Weekday(int number, String name, boolean works) {}

    record Person(
            String handle,
            String name,
            String hours,
            String share,
            List<Weekday> weekdays,
            String worksOn,
            String skills,
            String off) {}

    CalendarsController(Rights rights) {
        this.rights = rights;
    }

    @GetMapping
    String calendars(
            ViewContext context, @RequestParam(defaultValue = "") String team, Screen screen) {
        var product = context.product();
        var teams = context.snapshot().workspace().teamsOf(product.code());
        var chosen =
                teams.stream()
                        .filter(one -> one.key().equals(team))
                        .findFirst()
                        .or(() ->
                                Sprints.usualTeam(
                                        context.snapshot().workspace(),
                                        product.code(),
                                        context.reader().handle()));
        return screen.at(chosen.orElse(null), null)
                .of(
                        View.CALENDARS,
                        context,
                        new CalendarPage(
                                product.code(),
                                url(product.code(), chosen.map(Team::key).orElse("")),
                                context.operation(),
                                teams.stream()
                                        .map(one ->
                                                new Choice(
                                                        url(product.code(), one.key()),
                                                        one.name(),
                                                        one.equals(chosen.orElse(null))))
                                        .toList(),
                                chosen.map(one -> calendar(context, one)).orElse(null)));
    }

    private static String url(String product, String team) {
        return "/%s/calendars?team=%s".formatted(product, team);
    }

    private TeamCalendar calendar(ViewContext context, Team team) {
        var calendar = team.calendar();
        return new TeamCalendar(
                team.key(),
                team.name(),
                rights.mayPlan(context.reader(), team),
                Long.toString(calendar.focus().thousandths() / 10),
                weekdays(calendar.weekdays()),
                inWords(calendar.weekdays()),
                calendar.holidays().entrySet().stream()
                        .map(one -> one.getKey() + " " + one.getValue())
                        .collect(Collectors.joining("\n")),
                calendar.holidays().size(),
                people(context.snapshot(), team, calendar));
    }

    private static List<Person> people(Snapshot snapshot, Team team, Calendar calendar) {
        return snapshot.workspace().membersAtWork(team).stream()
                .map(handle -> {
                    var member = calendar.member(handle);
                    var weekdays =
                            member.weekdays().isEmpty() ? calendar.weekdays() : member.weekdays();
                    return new Person(
                            handle,
                            snapshot.findPerson(handle).map(person -> person.name()).orElse(handle),
                            member.hours().toString(),
                            member.share() == null
                                    ? ""
                                    : Objects.requireNonNull(member.share()).toString(),
                            weekdays(weekdays),
                            inWords(weekdays),
                            skills(member),
                            off(member));
                })
                .toList();
    }

    private static String skills(Member member) {
        return member.skills().stream()
                .map(skill ->
                        skill.hoursPerDay() == null
                                ? skill.name()
                                : "%s %sh".formatted(skill.name(), skill.hoursPerDay()))
                .collect(Collectors.joining(", "));
    }

    private static String off(Member member) {
        return member.daysOff().stream()
                .map(off ->
                        Stream.of(
                                        off.from().toString(),
                                        off.to().equals(off.from()) ? "" : "to " + off.to(),
                                        off.why())
                                .filter(part -> !part.isEmpty())
                                .collect(Collectors.joining(" ")))
                .collect(Collectors.joining("\n"));
    }

    private static String inWords(Collection<DayOfWeek> works) {
        return works.stream()
                .sorted()
                .map(day -> day.getDisplayName(TextStyle.SHORT, Locale.UK))
                .collect(Collectors.joining(", "));
    }

    private static List<Weekday> weekdays(Collection<DayOfWeek> works) {
        return Stream.of(DayOfWeek.values())
                .map(day ->
                        new Weekday(
                                day.getValue(),
                                day.getDisplayName(TextStyle.SHORT, Locale.UK),
                                works.contains(day)))
                .toList();
    }
}
