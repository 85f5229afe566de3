package greenladder.demo;

import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.demo.DemoContent.Crew;
import greenladder.demo.DemoOutline.Entry;
import greenladder.demo.DemoSprints.Story;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * What one team did in its sprints: planned, began, worked, tested, finished, carried over; each
 * thing in its own day.
 */
final class DemoTeamWork {
    private static final Duration A_MOMENT = Duration.ofSeconds(20);

    private final DemoHistory history;
    private final DemoCalendar calendar;
    private final Crew team;

    DemoTeamWork(DemoHistory history, DemoCalendar calendar, Crew team) {
        this.history = history;
        this.calendar = calendar;
        this.team = team;
    }

    /** All sprints, from the planning of each to what was left over. */
    void work(DemoSprints sprints) {
        for (int i = 0; i < sprints.planned().size(); i++) {
            int sprint = i + 1;
            var stories = sprints.planned().get(i);
            var next =
                    i + 1 < sprints.planned().size()
                            ? sprints.planned().get(i + 1)
                            : List.<Story>of();
            commit(
                    sprint,
                    stories,
                    next,
                    i < DemoCalendar.CLOSED ? sprints.takenOut().get(i) : List.of());
            stories.forEach(story -> workOn(story, stories));
        }
    }

    private void commit(int sprint, List<Story> stories, List<Story> next, List<Entry> takenOut) {
        var start = DemoCalendar.at(calendar.startOf(sprint), 60).minus(A_MOMENT);
        var key = sprintKey(team, sprint);
        var committed = new ArrayList<Entry>();
        stories.stream()
                .filter(story -> !story.carried() && !story.added())
                .forEach(story -> committed.add(story.entry()));
        next.stream().filter(Story::carried).forEach(story -> committed.add(story.entry()));
        committed.addAll(takenOut);
        history.setAll(start, team.lead(), committed, "sprint", key);
        writeTasks(start.minus(A_MOMENT), committed);
        stories.stream()
                .filter(Story::added)
                .forEach(story -> {
                    var at = calendar.at(sprint, Math.min(2, lastDay(sprint) - 1), 20);
                    history.set(at, team.lead(), story.entry(), "sprint", key);
                    writeTasks(at.plus(A_MOMENT), List.of(story.entry()));
                });
        takenOut.forEach(entry ->
                history.set(calendar.at(sprint, 5, 130), team.lead(), entry, "sprint", ""));
        // What was left over goes on into the next one, at its planning.
        var left = next.stream().filter(Story::carried).map(Story::entry).toList();
        history.setAll(
                DemoCalendar.at(calendar.startOf(sprint + 1), 30),
                team.lead(),
                left,
                "sprint",
                sprintKey(team, sprint + 1));
    }

    static String sprintKey(Crew team, int sprint) {
        return team.key() + "-" + sprint;
    }

    /** Teams that have habits write a story's tasks when they plan it. */
    void writeTasks(Instant at, List<Entry> entries) {
        if (team.habits().isBlank()) {
            return;
        }
        for (var entry : entries) {
            history.add(
                    at,
                    team.lead(),
                    snapshot -> {
                        var story = history.keyOf(entry);
                        var tasks = new ArrayList<>(entry.tasks());
                        tasks.addAll(DemoOutline.tasks(team.habits()));
                        return new CreateItems(
                                story.product(),
                                tasks.stream()
                                        .map(task -> DemoHistory.task(task, null, story))
                                        .toList());
                    });
        }
    }

    /** The last working day of a sprint that is over, from 0. */
    private int lastDay(int sprint) {
        return sprint < DemoCalendar.CURRENT
                ? DemoCalendar.WORKING_DAYS - 1
                : Math.max(1, calendar.workedSoFar());
    }

    /** Whether it is what the current sprint finished last: on the last day that is over. */
    private static boolean isLatest(Story story, List<Story> stories) {
        return story.sprint() == DemoCalendar.CURRENT
                && story.entry().state().equals("done")
                && stories.stream()
                        .noneMatch(one ->
                                one.entry().state().equals("done") && one.place() > story.place());
    }

    private void workOn(Story story, List<Story> stories) {
        var entry = story.entry();
        if (entry.state().equals("ready")) {
            return;
        }
        int last = lastDay(story.sprint());
        int minute = 75 + story.place() * 23 % 160;
        int begin =
                Math.min(
                        last - 1,
                        (story.added() ? 3 : 0) + story.place() * 6 / Math.max(1, stories.size()));
        int end = Math.min(last, begin + 1 + entry.points() / 2);
        var begun = calendar.at(story.sprint(), begin, minute);
        if (story.carried()) {
            begun = calendar.at(story.sprint() - 1, 7, minute);
            end = Math.min(last, 1 + story.place());
        }
        if (isLatest(story, stories)) {
            end = last;
            begun = calendar.at(story.sprint(), last, minute);
        }
        var finished = calendar.at(story.sprint(), end, 260 + minute);
        var who = assignee(story);
        if (!entry.fields().containsKey("assignee")) {
            history.set(begun.minus(A_MOMENT), team.lead(), entry, "assignee", who);
        }
        history.set(begun, who, entry, "state", "under-way");
        workOnTasks(entry, who, begun, finished);
        if (entry.state().equals("in-test") || entry.state().equals("done") && entry.points() > 2) {
            history.set(finished.minus(Duration.ofHours(3)), who, entry, "state", "in-test");
        }
        if (entry.state().equals("done")) {
            history.set(finished, who, entry, "state", "done");
        }
    }

    private String assignee(Story story) {
        int members = team.members().size() - 1;
        return story.entry()
                .fields()
                .getOrDefault(
                        "assignee",
                        team.members().get(1 + (story.place() + story.sprint()) % members));
    }

    /**
     * Of a story that is not done, the first half of the tasks is, and the next one is under way.
     */
    private void workOnTasks(Entry entry, String who, Instant begun, Instant finished) {
        int count =
                entry.tasks().size()
                        + (team.habits().isBlank() ? 0 : DemoOutline.tasks(team.habits()).size());
        boolean done = entry.state().equals("done");
        int finishedTasks = done ? count : count / 2;
        long step = Duration.between(begun, finished).toMinutes() / (finishedTasks + 2);
        for (int i = 0; i < Math.min(count, finishedTasks + 1); i++) {
            int place = i;
            var start = begun.plus(Duration.ofMinutes(10 + step * i));
            taskAt(start, who, entry, place, task -> Map.of("state", "under-way", "assignee", who));
            if (i == finishedTasks || hours(entry, place) > 2) {
                taskAt(
                        start.plus(Duration.ofMinutes(step / 2)),
                        who,
                        entry,
                        place,
                        hours -> {
                            int worked = Math.max(1, hours / 2);
                            return Map.of(
                                    "hours.invested", Integer.toString(worked),
                                    "hours.remaining", Integer.toString(hours - worked));
                        });
            }
            if (i < finishedTasks) {
                taskAt(
                        start.plus(Duration.ofMinutes(step)),
                        who,
                        entry,
                        place,
                        hours ->
                                Map.of(
                                        "hours.invested",
                                        Integer.toString(
                                                Math.max(1, hours + (hours * 7 + place) % 3 - 1)),
                                        "hours.remaining",
                                        "0",
                                        "state",
                                        "done"));
            }
        }
    }

    private int hours(Entry entry, int place) {
        return place < entry.tasks().size()
                ? entry.tasks().get(place).hours()
                : DemoOutline.tasks(team.habits()).get(place - entry.tasks().size()).hours();
    }

    private void taskAt(
            Instant at,
            String who,
            Entry entry,
            int place,
            Function<Integer, Map<String, String>> fields) {
        history.add(
                at,
                who,
                snapshot -> {
                    var task =
                            snapshot.requireNode(history.keyOf(entry)).children().get(place).item();
                    var estimate = task.hours().estimate();
                    int hours = estimate == null ? 1 : (int) (estimate.thousandths() / 1000);
                    return new EditItems(List.of(task.key()), fields.apply(hours));
                });
    }
}
