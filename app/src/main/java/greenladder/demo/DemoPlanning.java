package greenladder.demo;

import greenladder.core.change.Command;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.item.Milestone;
import greenladder.core.plan.KeepCalendar;
import greenladder.core.plan.Load;
import greenladder.core.plan.PlanIntoSprint;
import greenladder.core.plan.SprintPart;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.DaysOff;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.value.Amount;
import greenladder.demo.DemoContent.Crew;
import greenladder.demo.DemoContent.Goal;
import greenladder.demo.DemoOutline.Entry;
import greenladder.web.Words;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What a team has planned ahead: when its people work, what its next sprints are for, and what
 * stands in them. One team has taken on too much.
 */
record DemoPlanning(DemoHistory history, DemoCalendar calendar, Crew team) {
    /** Points that stand in the next sprint and in the one after it, by team. */
    private static final Map<String, List<Integer>> TAKEN_ON =
            Map.of(
                    "lantern", List.of(24, 9),
                    "gannet", List.of(24, 13),
                    "tidewater", List.of(12, 0));

    private static final int CANDIDATES = 3;
    private static final String OVERLOADED = "lantern";
    private static final double TOO_MUCH = 1.15;
    private static final int HOURS = 8;
    private static final List<String> TRIALS =
            List.of(
                    "Try it on the Skerry Maid",
                    "Try it in rain",
                    "Try it with gloves",
                    "Try it at the north pier",
                    "Write down what the crew said");

    private static final Map<String, List<String>> GOALS =
            Map.of(
                    "lantern",
                    List.of(
                            "Wet tickets are read",
                            "Gangway open to all",
                            "Lanes fill by themselves"),
                    "gannet",
                    List.of("A refund in a day", "Season tickets for schools", "Two kiosks fewer"),
                    "tidewater",
                    List.of("The watch sees every lamp", "Duty list on one page", ""));

    /** What a sprint is for; null where nobody said, as of the closed ones. */
    static @Nullable String goal(String team, int number) {
        var goals = GOALS.getOrDefault(team, List.of());
        int place = number - DemoCalendar.CURRENT;
        return place < 0 || place >= goals.size() || goals.get(place).isEmpty()
                ? null
                : goals.get(place);
    }

    /** What a task needs, by its title. */
    static Optional<String> skill(String title) {
        var words = Words.lower(title);
        if (words.contains("try") || words.contains("tried") || words.contains("check")) {
            return Optional.of("testing");
        }
        if (words.contains("word") || words.contains("help") || words.contains("show")) {
            return Optional.of("interface");
        }
        return Optional.empty();
    }

    /** Holidays, days off and skills. */
    void calendars(Instant at) {
        var holidays = new TreeMap<LocalDate, String>();
        holidays.put(calendar.startOf(DemoCalendar.CURRENT + 1).plusDays(3), "Harbour day");
        holidays.put(calendar.startOf(DemoCalendar.CURRENT + 3).plusDays(1), "Lamp night");
        holidays.put(calendar.startOf(3).plusDays(4), "Ferry day");
        var members = new TreeMap<String, Member>();
        var people = team.members();
        members.put(people.get(0), member(4, List.of("interface")));
        members.put(
                people.get(1),
                member(
                        7,
                        List.of("interface", "testing"),
                        off(DemoCalendar.CURRENT + 1, 7, 11, "Away")));
        members.put(
                people.get(2),
                team.key().equals(OVERLOADED)
                        ? member(7, List.of("testing"), ill())
                        : member(7, List.of("testing")));
        members.put(
                people.get(3),
                member(6, List.of("writing"), off(DemoCalendar.CURRENT + 2, 0, 4, "Training")));
        var all = new Calendar(Calendar.USUAL_FOCUS, Calendar.MONDAY_TO_FRIDAY, holidays, members);
        history.add(at, team.lead(), any -> new KeepCalendar(team.key(), all));
    }

    private static Member member(int hours, List<String> skills, DaysOff... off) {
        return new Member(
                Amount.of(hours),
                null,
                Set.of(),
                skills.stream().map(name -> new Skill(name, null)).toList(),
                List.of(off));
    }

    /** Since yesterday, and to the end of the current sprint. */
    private DaysOff ill() {
        return new DaysOff(
                calendar.today().minusDays(1), calendar.finishOf(DemoCalendar.CURRENT), "Ill");
    }

    /**
     * One team finds out on the last day that is over that its running sprint takes more than its
     * people have left.
     */
    void foundOut() {
        if (!team.key().equals(OVERLOADED)) {
            return;
        }
        history.add(
                calendar.at(DemoCalendar.CURRENT, calendar.workedSoFar(), 500),
                team.lead(),
                this::trials);
    }

    private Command trials(Snapshot snapshot) {
        var sprint =
                snapshot.workspace()
                        .findSprint(DemoTeamWork.sprintKey(team, DemoCalendar.CURRENT))
                        .orElseThrow();
        var stories =
                SprintPart.inSprint(snapshot, sprint.key()).stream()
                        .filter(part -> !part.done())
                        .map(SprintPart::item)
                        .toList();
        var load = Load.of(snapshot, sprint, calendar.today());
        double left = load.people().stream().mapToDouble(one -> one.capacity().doubleValue()).sum();
        double needed =
                Stream.concat(
                                load.people().stream().map(Load.OfPerson::remaining),
                                load.nobody().stream()
                                        .map(Load.TaskHours::hours)
                                        .filter(Objects::nonNull))
                        .mapToDouble(hours -> hours.toDecimal().doubleValue())
                        .sum();
        int tasks = (int) Math.ceil((left * TOO_MUCH - needed) / HOURS);
        var people = snapshot.workspace().findTeam(team.key()).orElseThrow().members();
        var trials = new ArrayList<NewItem>();
        for (int i = 0; i < Math.max(1, tasks); i++) {
            trials.add(
                    new NewItem(
                            null,
                            null,
                            Map.of(
                                    "level", "task",
                                    "title", TRIALS.get(i % TRIALS.size()),
                                    "hours.estimate", Integer.toString(HOURS),
                                    "assignee", people.get(i % people.size()),
                                    "parent", stories.get(i % stories.size()).toString()),
                            new Target.Stay()));
        }
        return new CreateItems(team.products().getFirst(), trials);
    }

    private DaysOff off(int sprint, int from, int to, String why) {
        var start = calendar.startOf(sprint);
        return new DaysOff(start.plusDays(from), start.plusDays(to), why);
    }

    /** Plans the next sprints out of what is ready or sized and waits. */
    void ahead(List<Entry> stories) {
        var waiting = new ArrayList<Entry>();
        var states = List.of("ready", "to-do");
        for (var state : states) {
            stories.stream()
                    .filter(entry ->
                            entry.state().equals(state)
                                    && entry.fields().containsKey("size")
                                    && !entry.fields().containsKey("blocked"))
                    .forEach(waiting::add);
        }
        // The first ready ones are in the current sprint.
        var rest = new ArrayList<>(waiting.subList(Math.min(2, waiting.size()), waiting.size()));
        int number = DemoCalendar.CURRENT + 1;
        var at = DemoCalendar.at(calendar.today().minusDays(1), 120);
        for (int points : TAKEN_ON.getOrDefault(team.key(), List.of())) {
            int taken = 0;
            var chosen = new ArrayList<Entry>();
            while (!rest.isEmpty() && taken < points) {
                taken += rest.getFirst().points();
                chosen.add(rest.removeFirst());
            }
            plan(at, chosen, number, false);
            new DemoTeamWork(history, calendar, team).writeTasks(at.plusSeconds(30), chosen);
            number++;
        }
        var candidates = rest.subList(0, Math.min(CANDIDATES, rest.size()));
        plan(at.plusSeconds(60), candidates, number - 1, true);
    }

    private void plan(Instant at, List<Entry> entries, int sprint, boolean candidates) {
        if (!entries.isEmpty()) {
            var those = List.copyOf(entries);
            history.add(
                    at,
                    team.lead(),
                    any ->
                            new PlanIntoSprint(
                                    those.stream().map(history::keyOf).toList(),
                                    DemoTeamWork.sprintKey(team, sprint),
                                    candidates));
        }
    }

    /** How many points are planned for a release. */
    static int room(Goal release) {
        return release.days() < 50 ? 260 : 170;
    }

    /** A release with its teams and milestones; one of them spans both products. */
    static Release release(String key, Goal goal, DemoCalendar calendar) {
        var date = calendar.today().plusDays(goal.days());
        boolean isWinter = goal.name().equals("Winter watch");
        return new Release(
                key,
                goal.product(),
                goal.name(),
                date,
                isWinter ? List.of("MSF") : List.of(),
                calendar.startOf(DemoCalendar.CURRENT - 1),
                isWinter ? "One timetable for crews and passengers" : null,
                goal.product().equals("MSF") ? List.of("lantern", "gannet") : List.of("tidewater"),
                List.of(
                        new Milestone("Words frozen", date.minusDays(21)),
                        new Milestone("Tried on the Skerry Maid", date.minusDays(7))),
                null);
    }
}
