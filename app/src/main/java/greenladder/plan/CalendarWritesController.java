package greenladder.plan;

import static greenladder.panel.FormValues.amount;
import static greenladder.panel.FormValues.checkLength;
import static greenladder.panel.FormValues.date;
import static greenladder.panel.FormValues.invalid;
import static greenladder.panel.FormValues.lines;
import static greenladder.panel.FormValues.number;

import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.value.Amount;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.planning.CalendarReader;
import greenladder.planning.Planning;
import greenladder.planning.SprintFigures;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Words;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What the pages of this stage do to calendars. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/plan")
class CalendarWritesController {
    private final Planning planning;
    private final SnapshotKeeper keeper;
    private final SprintFigures figures;

    CalendarWritesController(Planning planning, SnapshotKeeper keeper, SprintFigures figures) {
        this.planning = planning;
        this.keeper = keeper;
        this.figures = figures;
    }

    /** Focus, weekdays and holidays of a team. */
    @PostMapping("/calendars/{team}")
    ResponseEntity<String> calendar(
            @PathVariable String team,
            @RequestParam(defaultValue = "") String focus,
            @RequestParam(defaultValue = "") List<Integer> weekdays,
            @RequestParam(defaultValue = "") String holidays,
            @AuthenticationPrincipal SignedIn me) {
        var percent = number("focus", focus, 100_000);
        var days = weekdays(weekdays);
        var all = new TreeMap<LocalDate, String>();
        for (var line : lines(holidays)) {
            var parts = line.split("\\s+", 2);
            var day = date("holidays", parts[0]);
            all.put(day, parts.length > 1 ? parts[1].strip() : "Holiday");
        }
        return Answers.noted(
                "Calendar changed",
                planning.keepCalendar(
                        me,
                        team,
                        was -> new Calendar(new Amount(percent * 10L), days, all, was.members())));
    }

    @PostMapping("/calendars/{team}/holidays")
    ResponseEntity<String> addHolidays(
            @PathVariable String team,
            @RequestBody byte[] file,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.team(keeper.seenBy(me), team);
        var read = CalendarReader.read(new String(file, StandardCharsets.UTF_8), figures.today());
        return Answers.noted(
                "Added " + Words.count(read.size(), "holiday"),
                planning.keepCalendar(
                        me,
                        team,
                        was -> {
                            var all = new TreeMap<>(read);
                            all.putAll(was.holidays());
                            return was.withHolidays(all);
                        }));
    }

    /** What a person gives to a team. */
    @PostMapping("/calendars/{team}/people/{person}")
    ResponseEntity<String> member(
            @PathVariable String team,
            @PathVariable String person,
            @RequestParam(defaultValue = "") String hours,
            @RequestParam(defaultValue = "") String share,
            @RequestParam(defaultValue = "") List<Integer> weekdays,
            @RequestParam(defaultValue = "") String skills,
            @RequestParam(defaultValue = "") String off,
            @AuthenticationPrincipal SignedIn me) {
        var perDay = amount(hours);
        var percent = share.isBlank() ? null : number("share", share, 100_000);
        var days = weekdays(weekdays);
        var member =
                new Member(
                        Calendar.USUAL_HOURS.equals(perDay) ? null : perDay,
                        percent,
                        days,
                        skills(skills),
                        daysOff(off));
        return Answers.noted(
                "Changed",
                planning.keepCalendar(
                        me,
                        team,
                        was -> {
                            var members = new TreeMap<>(was.members());
                            members.put(
                                    person,
                                    days.equals(was.weekdays())
                                            ? new Member(
                                                    member.hoursPerDay(),
                                                    member.share(),
                                                    Set.of(),
                                                    member.skills(),
                                                    member.daysOff())
                                            : member);
                            return new Calendar(
                                    was.focus(), was.weekdays(), was.holidays(), members);
                        }));
    }

    private static List<Skill> skills(String text) {
        checkLength("skills", text);
        return Arrays.stream(text.split(","))
                .map(String::strip)
                .filter(one -> !one.isEmpty())
                .distinct()
                .map(one -> {
                    int blank = one.lastIndexOf(' ');
                    var hours =
                            blank < 0 || !one.endsWith("h")
                                    ? null
                                    : Amount.parse(one.substring(blank + 1, one.length() - 1))
                                            .orElse(null);
                    return hours == null
                            ? new Skill(one, null)
                            : new Skill(one.substring(0, blank).strip(), hours);
                })
                .toList();
    }

    /** Lines such as {@code 2026-12-01 to 2026-12-05 moving house}. */
    private static List<DaysOff> daysOff(String text) {
        var all = new ArrayList<DaysOff>();
        for (var line : lines(text)) {
            var words = line.split("\\s+");
            var from = date("off", words[0]);
            boolean isSpan = words.length > 2 && words[1].equals("to");
            var to = isSpan ? date("off", words[2]) : from;
            var why = Arrays.stream(words).skip(isSpan ? 3 : 1).collect(Collectors.joining(" "));
            all.add(new DaysOff(from, to, why));
        }
        return all;
    }

    private static Set<DayOfWeek> weekdays(List<Integer> numbers) {
        var days = EnumSet.noneOf(DayOfWeek.class);
        for (int number : numbers) {
            if (number < 1 || number > 7) {
                throw invalid("weekdays", "Weekdays go from Monday to Sunday.");
            }
            days.add(DayOfWeek.of(number));
        }
        return days;
    }
}
