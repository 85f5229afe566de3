package greenladder.api.plans;

import greenladder.api.BodyReader;
import greenladder.api.items.ItemsApi;
import greenladder.api.plans.PlanJson.CalendarJson;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.Team;
import greenladder.people.SignedIn;
import greenladder.planning.CalendarReader;
import greenladder.planning.Planning;
import greenladder.planning.SprintFigures;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** When teams work, for programs. */
@RestController
@RequestMapping("/api/v1/teams/{id}/calendar")
@Tag(name = "People and teams")
class CalendarsApi {
    private final SnapshotKeeper keeper;
    private final Planning planning;
    private final SprintFigures figures;

    CalendarsApi(SnapshotKeeper keeper, Planning planning, SprintFigures figures) {
        this.keeper = keeper;
        this.planning = planning;
        this.figures = figures;
    }

    @GetMapping
    @Operation(summary = "When a team works, and what its members give")
    CalendarJson get(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return json(keeper.seenBy(me), id);
    }

    @PutMapping
    @Operation(
            summary = "Replace a team's calendar; what is absent is as usual",
            description =
                    "focus (0.8), weekdays [1–5], holidays [{date, name}], members [{person,"
                            + " hoursPerDay (8), share (percent), weekdays, skills, skillHours,"
                            + " daysOff [{from, to, why}]}]")
    ResponseEntity<CalendarJson> put(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.team(keeper.seenBy(me), id);
        var calendar = read(body);
        return calendar(planning.keepCalendar(me, id, any -> calendar), id);
    }

    @PostMapping(
            path = "/holidays",
            consumes = {"text/calendar", "text/plain"})
    @Operation(
            summary = "Add the holidays of an iCalendar file",
            description = "Days that have a holiday already keep its name.")
    ResponseEntity<CalendarJson> addHolidays(
            @PathVariable String id,
            @RequestBody String file,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.team(keeper.seenBy(me), id);
        var read = CalendarReader.read(file, figures.today());
        return calendar(
                planning.keepCalendar(
                        me,
                        id,
                        was -> {
                            var all = new TreeMap<>(read);
                            all.putAll(was.holidays());
                            return was.withHolidays(all);
                        }),
                id);
    }

    private static ResponseEntity<CalendarJson> calendar(Saved saved, String id) {
        return ItemsApi.written(saved, HttpStatus.OK).body(json(saved.accepted().after(), id));
    }

    private static CalendarJson json(Snapshot snapshot, String id) {
        Team team = Lookups.team(snapshot, id);
        return CalendarJson.of(team.calendar(), snapshot.workspace().membersAtWork(team));
    }

    private static Calendar read(JsonNode body) {
        var reader = new BodyReader(body, Set.of("focus", "weekdays", "holidays", "members"));
        var focus = reader.amount("focus");
        var weekdays = weekdays(reader, Calendar.MONDAY_TO_FRIDAY);
        var holidays = new TreeMap<LocalDate, String>();
        for (var holiday : reader.objects("holidays", Set.of("date", "name"))) {
            var date = needed(holiday, "date");
            var name = holiday.text("name");
            if (date != null
                    && holidays.put(date, Objects.requireNonNullElse(name, "Holiday")) != null) {
                holiday.problem("date", "There is a holiday on this day already.");
            }
        }
        var members = new TreeMap<String, Member>();
        for (var member :
                reader.objects(
                        "members",
                        Set.of(
                                "person",
                                "hoursPerDay",
                                "share",
                                "weekdays",
                                "skills",
                                "skillHours",
                                "daysOff"))) {
            var person = Objects.requireNonNullElse(member.text("person"), "");
            if (members.put(person, member(member)) != null) {
                member.problem("person", "This person is said already.");
            }
        }
        reader.requireNone();
        return new Calendar(
                Objects.requireNonNullElse(focus, Calendar.USUAL_FOCUS),
                weekdays,
                holidays,
                members);
    }

    private static Member member(BodyReader reader) {
        var daysOff = new ArrayList<DaysOff>();
        for (var off : reader.objects("daysOff", Set.of("from", "to", "why"))) {
            var from = needed(off, "from");
            var to = off.has("to") ? off.date("to") : from;
            if (from != null && to != null) {
                daysOff.add(new DaysOff(from, to, Objects.requireNonNullElse(off.text("why"), "")));
            }
        }
        var hours = reader.amount("hoursPerDay");
        var skillHours = reader.amounts("skillHours");
        return new Member(
                hours == null || hours.equals(Calendar.USUAL_HOURS) ? null : hours,
                reader.whole("share"),
                weekdays(reader, Set.of()),
                reader.texts("skills").stream()
                        .distinct()
                        .map(name -> new Skill(name, skillHours.get(name)))
                        .toList(),
                daysOff);
    }

    private static @Nullable LocalDate needed(BodyReader reader, String name) {
        var date = reader.date(name);
        if (date == null && !reader.isWrong(name)) {
            reader.problem(name, "A date such as 2026-11-12 is needed.");
        }
        return date;
    }

    private static Set<DayOfWeek> weekdays(BodyReader reader, Set<DayOfWeek> otherwise) {
        if (!reader.has("weekdays")) {
            return otherwise;
        }
        var days = EnumSet.noneOf(DayOfWeek.class);
        for (int number : reader.wholes("weekdays")) {
            if (number < 1 || number > 7) {
                reader.problem("weekdays", "Weekdays go from 1 for Monday to 7.");
                break;
            }
            days.add(DayOfWeek.of(number));
        }
        return days;
    }
}
