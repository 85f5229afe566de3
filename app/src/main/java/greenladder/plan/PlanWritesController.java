package greenladder.plan;

import greenladder.core.change.Command;
import greenladder.core.change.Problems;
import greenladder.core.item.Amount;
import greenladder.core.item.Calendar;
import greenladder.core.item.Calendar.DaysOff;
import greenladder.core.item.Calendar.Member;
import greenladder.core.item.Calendar.Skill;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Milestone;
import greenladder.core.item.Release;
import greenladder.core.item.Sprint;
import greenladder.core.plan.AgreeOn;
import greenladder.core.plan.CloseSprint;
import greenladder.core.plan.OrderSprint;
import greenladder.item.Asked;
import greenladder.item.Door;
import greenladder.item.Door.Saved;
import greenladder.item.SnapshotKeeper;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.planning.CalendarReader;
import greenladder.planning.Planning;
import greenladder.planning.SprintFigures;
import greenladder.planning.SprintSeries;
import greenladder.web.Failure;
import greenladder.web.Words;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What the pages of this stage do to the plan. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/plan")
class PlanWritesController {
    private static final int LONGEST_LIST = 60_000;
    private static final int LONGEST_TEXT = 2_000;

    private final Planning planning;
    private final Door door;
    private final SnapshotKeeper keeper;
    private final SprintFigures figures;

    PlanWritesController(
            Planning planning, Door door, SnapshotKeeper keeper, SprintFigures figures) {
        this.planning = planning;
        this.door = door;
        this.keeper = keeper;
        this.figures = figures;
    }

    @PostMapping("/sprints")
    ResponseEntity<String> makeSprints(
            @RequestParam(defaultValue = "") List<String> teams,
            @RequestParam(defaultValue = "") String start,
            @RequestParam(defaultValue = "") String weeks,
            @RequestParam(defaultValue = "") String days,
            @RequestParam(defaultValue = "") String count,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String goal,
            @AuthenticationPrincipal SignedIn me) {
        int length =
                days.isBlank()
                        ? number("weeks", weeks.isBlank() ? "2" : weeks, 13) * 7 - 2
                        : number("days", days, 10_000);
        var series =
                new SprintSeries(
                        date("start", start),
                        length,
                        number("count", count.isBlank() ? "1" : count, 100_000),
                        name,
                        goal,
                        null);
        var saved = planning.make(me, teams, series);
        var made = new LinkedHashSet<String>();
        saved.plans().forEach(change -> made.add(change.subject().key()));
        return Answers.noted("Made " + Words.count(made.size(), "sprint"), saved);
    }

    @PostMapping("/sprints/{sprint}")
    ResponseEntity<String> changeSprint(
            @PathVariable String sprint,
            @RequestParam Map<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        var start = form.containsKey("start") ? date("start", form.get("start")) : null;
        var finish = form.containsKey("finish") ? date("finish", form.get("finish")) : null;
        var capacity = form.containsKey("capacity") ? amount(form.get("capacity")) : null;
        return Answers.noted(
                "Changed",
                planning.change(
                        me,
                        sprint,
                        was -> {
                            var plan = was.plan();
                            var goal = form.get("goal");
                            if (goal != null) {
                                plan = plan.withGoal(goal.isBlank() ? null : goal.strip());
                            }
                            if (form.containsKey("capacity")) {
                                plan = plan.withCapacity(capacity);
                            }
                            return was.with(plan)
                                    .named(form.getOrDefault("name", was.name()).strip())
                                    .on(
                                            start == null ? was.start() : start,
                                            finish == null ? was.finish() : finish);
                        }));
    }

    /** Who takes part, and who does not. */
    @PostMapping("/sprints/{sprint}/people")
    ResponseEntity<String> people(
            @PathVariable String sprint,
            @RequestParam(defaultValue = "") List<String> people,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.current();
        var team = Asked.team(snapshot, Asked.sprint(snapshot, sprint).team());
        var members = snapshot.workspace().membersAtWork(team);
        var here = Set.copyOf(people);
        var away = new LinkedHashSet<>(members);
        away.removeAll(here);
        var guests = new LinkedHashSet<>(here);
        members.forEach(guests::remove);
        guests.removeIf(handle -> snapshot.findPerson(handle).isEmpty());
        return Answers.noted(
                "Changed who takes part",
                planning.change(me, sprint, was -> was.with(was.plan().withPeople(guests, away))));
    }

    @PostMapping("/sprints/{sprint}/remove")
    ResponseEntity<String> removeSprint(
            @PathVariable String sprint,
            @RequestParam(defaultValue = "") String items,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Sprint removed", planning.remove(me, sprint, items.isEmpty() ? null : items));
    }

    /** Plans items into a sprint or a release; as candidates where that is asked. */
    @PostMapping("/into")
    ResponseEntity<String> into(
            @RequestParam(defaultValue = "") String keys,
            @RequestParam(defaultValue = "") String sprint,
            @RequestParam(defaultValue = "") String release,
            @RequestParam(defaultValue = "false") boolean candidates,
            @AuthenticationPrincipal SignedIn me) {
        var items = keys(keys);
        if (!release.isEmpty()) {
            Asked.release(keeper.current(), release);
            return Answers.done(
                    "Planned",
                    door.submit(
                            me, new Command.Edit(items, Map.of(Field.RELEASE.label(), release))));
        }
        var saved = planning.plan(me, sprint, items, candidates);
        var name = saved.accepted().after().workspace().findSprint(sprint).map(Sprint::name);
        return Answers.done(
                (candidates ? "Candidates for " : "Planned into ") + name.orElse(sprint) + ":",
                saved);
    }

    @PostMapping("/out")
    ResponseEntity<String> out(
            @RequestParam(defaultValue = "") String keys,
            @RequestParam(defaultValue = "") String sprint,
            @RequestParam(defaultValue = "") String release,
            @AuthenticationPrincipal SignedIn me) {
        var items = keys(keys);
        return Answers.done(
                "Taken out:",
                release.isEmpty()
                        ? planning.takeOut(me, sprint, items)
                        : door.submit(
                                me, new Command.Edit(items, Map.of(Field.RELEASE.label(), ""))));
    }

    @PostMapping("/sprints/{sprint}/candidates")
    ResponseEntity<String> candidates(
            @PathVariable String sprint,
            @RequestParam boolean commit,
            @AuthenticationPrincipal SignedIn me) {
        return commit
                ? Answers.done("Committed", planning.commitCandidates(me, sprint))
                : Answers.done("No candidates any more:", planning.dropCandidates(me, sprint));
    }

    @PostMapping("/sprints/{sprint}/start")
    ResponseEntity<String> start(
            @PathVariable String sprint, @AuthenticationPrincipal SignedIn me) {
        var saved = planning.start(me, sprint);
        return Answers.noted(nameOf(saved, sprint) + " is running", saved);
    }

    /** Closes a sprint; single items go where their own fields say. */
    @PostMapping("/sprints/{sprint}/close")
    ResponseEntity<String> close(
            @PathVariable String sprint,
            @RequestParam Map<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        var singly = new HashMap<ItemKey, String>();
        form.forEach((name, to) -> {
            if (name.startsWith("to.") && !to.isBlank()) {
                ItemKey.parse(name.substring(3)).ifPresent(key -> singly.put(key, to));
            }
        });
        var saved =
                planning.close(
                        me,
                        sprint,
                        form.getOrDefault("unfinishedTo", CloseSprint.BACKLOG),
                        singly,
                        null,
                        null);
        return Answers.noted(nameOf(saved, sprint) + " is closed", saved);
    }

    @PostMapping("/sprints/{sprint}/agree")
    ResponseEntity<String> agree(
            @PathVariable String sprint,
            @RequestParam String item,
            @RequestParam boolean yes,
            @AuthenticationPrincipal SignedIn me) {
        Asked.sprint(keeper.current(), sprint);
        return Answers.noted(
                yes ? "The team agrees to " + item : "No agreement on " + item,
                door.submit(me, new AgreeOn(sprint, Asked.key(item), yes)));
    }

    /** Breaks a story down by one more task. */
    @PostMapping("/tasks")
    ResponseEntity<String> addTask(
            @RequestParam String under,
            @RequestParam(defaultValue = "") String title,
            @RequestParam(defaultValue = "") String hours,
            @RequestParam(defaultValue = "") String person,
            @RequestParam(defaultValue = "") String skill,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.current();
        var story = Asked.node(snapshot, under).item();
        var product = snapshot.requireProduct(story.key().product());
        var level = product.levels().all().getLast();
        Map<String, String> fields = new HashMap<>();
        fields.put(Field.LEVEL.label(), level.key());
        fields.put(Field.TITLE.label(), title);
        fields.put(Field.PARENT.label(), story.key().toString());
        fields.put(Field.HOURS_ESTIMATE.label(), hours);
        fields.put(Field.ASSIGNEE.label(), person);
        fields.put("skill", skill);
        return Answers.added(
                door.submit(
                        me,
                        new Command.Create(product.code(), List.of(Command.NewItem.of(fields)))));
    }

    @PostMapping("/sprints/{sprint}/order")
    ResponseEntity<String> order(
            @PathVariable String sprint,
            @RequestParam(defaultValue = "") String keys,
            @RequestParam(defaultValue = "") String before,
            @AuthenticationPrincipal SignedIn me) {
        Asked.sprint(keeper.current(), sprint);
        return Answers.noted(
                "Moved",
                door.submit(
                        me,
                        new OrderSprint(sprint, keys(keys), ItemKey.parse(before).orElse(null))));
    }

    @PostMapping("/releases")
    ResponseEntity<String> makeRelease(
            @PathVariable String product,
            @RequestParam MultiValueMap<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.current();
        Asked.product(snapshot, product);
        var teams = snapshot.workspace().teamsOf(product).stream().map(team -> team.key()).toList();
        var plain =
                new Release(
                        "",
                        product,
                        "",
                        figures.today(),
                        List.of(),
                        null,
                        null,
                        teams,
                        List.of(),
                        null);
        var saved = planning.makeRelease(me, read(form, plain));
        return Answers.noted("Release made", saved);
    }

    @PostMapping("/releases/{release}")
    ResponseEntity<String> changeRelease(
            @PathVariable String release,
            @RequestParam MultiValueMap<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Changed",
                planning.changeRelease(
                        me, release, was -> read(form, was), null, CloseSprint.BACKLOG));
    }

    @PostMapping("/releases/{release}/release")
    ResponseEntity<String> release(
            @PathVariable String release,
            @RequestParam boolean released,
            @RequestParam(defaultValue = CloseSprint.BACKLOG) String unfinishedTo,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                released ? "Released" : "Not released any more",
                planning.changeRelease(me, release, was -> was, released, unfinishedTo));
    }

    @PostMapping("/releases/{release}/remove")
    ResponseEntity<String> removeRelease(
            @PathVariable String release,
            @RequestParam(defaultValue = "") String items,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Release removed",
                planning.removeRelease(me, release, items.isEmpty() ? null : items));
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
        Asked.team(keeper.current(), team);
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

    private Release read(MultiValueMap<String, String> form, Release was) {
        var start = form.getFirst("start");
        var date = form.getFirst("date");
        var milestones = new ArrayList<Milestone>();
        var lines = form.getFirst("milestones");
        for (var line : lines(Objects.requireNonNullElse(lines, ""))) {
            var parts = line.split("\\s+", 2);
            milestones.add(
                    new Milestone(
                            parts.length > 1 ? parts[1].strip() : "",
                            date("milestones", parts[0])));
        }
        var goal = form.getFirst("goal");
        return new Release(
                was.key(),
                was.product(),
                Objects.requireNonNullElse(form.getFirst("name"), was.name()).strip(),
                date == null ? was.date() : date("date", date),
                form.containsKey("products-given")
                        ? form.getOrDefault("products", List.of()).stream()
                                .filter(code -> !code.equals(was.product()))
                                .toList()
                        : was.others(),
                start == null ? was.start() : start.isBlank() ? null : date("start", start),
                goal == null ? was.goal() : goal.isBlank() ? null : goal.strip(),
                form.containsKey("teams-given")
                        ? form.getOrDefault("teams", List.of())
                        : was.teams(),
                lines == null ? was.milestones() : milestones,
                was.releasedAt());
    }

    private static String nameOf(Saved saved, String sprint) {
        return saved.accepted().after().workspace().findSprint(sprint).map(Sprint::name).orElse("");
    }

    private static List<ItemKey> keys(String text) {
        if (text.length() > LONGEST_LIST) {
            throw invalid("keys", "These are too many items at once.");
        }
        var keys =
                Arrays.stream(text.split("[,\\s]+"))
                        .filter(one -> !one.isEmpty())
                        .map(Asked::key)
                        .toList();
        if (keys.isEmpty()) {
            throw invalid("keys", "Pick an item first.");
        }
        return keys;
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

    private static List<String> lines(String text) {
        if (text.length() > LONGEST_LIST) {
            throw invalid("holidays", "This is too long.");
        }
        return text.lines().map(String::strip).filter(line -> !line.isEmpty()).toList();
    }

    private static LocalDate date(String field, @Nullable String text) {
        return BenchPlace.date(text == null ? "" : text.strip())
                .orElseThrow(() ->
                        invalid(
                                field,
                                "A day is needed, such as 2026-11-30, between the years 1990 and"
                                        + " 2200."));
    }

    private static int number(String field, String text, int most) {
        var plain = text.strip();
        if (!plain.matches("\\d{1,6}") || Integer.parseInt(plain) > most) {
            throw invalid(field, "A whole number of at most %,d is needed.".formatted(most));
        }
        return Integer.parseInt(plain);
    }

    private static @Nullable Amount amount(@Nullable String text) {
        if (text == null || text.isBlank()) {
            return null;
        }
        return Amount.parse(text.strip().replace(',', '.'))
                .filter(amount ->
                        amount.compareTo(Amount.ZERO) >= 0 && amount.compareTo(Amount.LARGEST) <= 0)
                .orElseThrow(
                        () -> invalid("hours", "A number is needed, with at most three decimals."));
    }

    private static void checkLength(String field, String text) {
        if (text.length() > LONGEST_TEXT) {
            throw invalid(field, "At most %,d characters fit.".formatted(LONGEST_TEXT));
        }
    }

    private static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }
}
