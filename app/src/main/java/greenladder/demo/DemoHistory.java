package greenladder.demo;

import greenladder.core.change.Command;
import greenladder.core.change.Command.NewItem;
import greenladder.core.change.Target;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Ladder;
import greenladder.demo.DemoContent.Crew;
import greenladder.demo.DemoContent.Goal;
import greenladder.demo.DemoOutline.Entry;
import greenladder.demo.DemoOutline.Task;
import greenladder.demo.DemoSprints.Story;
import greenladder.item.Door.Past;
import greenladder.people.SignedIn;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;

/**
 * What happened in the sample workspace, as commands with their times: items written, planned,
 * begun, worked on, tested, finished, carried over. Keys are known once an item is made, so
 * commands are made when their turn comes.
 */
final class DemoHistory {
    private static final Duration A_MOMENT = Duration.ofSeconds(20);

    private final DemoCalendar calendar;
    private final Function<String, SignedIn> person;
    private final List<Happening> happenings = new ArrayList<>();
    private final Map<Entry, ItemKey> keys = new IdentityHashMap<>();
    private final Map<String, ItemKey> keysByTitle = new HashMap<>();

    private record Happening(Instant at, int turn, String who, Function<Ladder, Command> command) {}

    DemoHistory(DemoCalendar calendar, Function<String, SignedIn> person) {
        this.calendar = calendar;
        this.person = person;
    }

    ItemKey keyOf(String title) {
        var key = keysByTitle.get(title);
        if (key == null) {
            throw new IllegalArgumentException("demo: no item " + title);
        }
        return key;
    }

    private ItemKey keyOf(Entry entry) {
        return Objects.requireNonNull(keys.get(entry), () -> entry.title() + " is not made yet");
    }

    /** All that happened, in order. */
    List<Past> past() {
        return happenings.stream()
                .sorted(Comparator.comparing(Happening::at).thenComparing(Happening::turn))
                .map(one -> new Past(one.at(), person.apply(one.who()), one.command()))
                .toList();
    }

    /**
     * An outline is written down, each block on its day.
     *
     * @param withTasks whether tasks are written at once, behind their story
     */
    void write(DemoOutline outline, String product, String owner, boolean withTasks) {
        var byDay = new java.util.TreeMap<Integer, List<Integer>>();
        for (int i = 0; i < outline.entries().size(); i++) {
            byDay.computeIfAbsent(outline.entries().get(i).day(), any -> new ArrayList<>()).add(i);
        }
        byDay.forEach((day, places) ->
                add(
                        DemoCalendar.at(calendar.firstDay().plusDays(day), 30),
                        owner,
                        ladder -> creation(ladder, outline, places, product, withTasks)));
        outline.entries().forEach(entry -> settle(entry, owner));
    }

    private Command creation(
            Ladder ladder,
            DemoOutline outline,
            List<Integer> places,
            String product,
            boolean withTasks) {
        var items = new ArrayList<NewItem>();
        for (int place : places) {
            var entry = outline.entries().get(place);
            var key = new ItemKey(product, ladder.lastNumber(product) + 1 + items.size());
            keys.put(entry, key);
            keysByTitle.putIfAbsent(entry.title(), key);
            var fields = new HashMap<>(entry.fields());
            fields.remove("blocked");
            if (!entry.firstSize().isEmpty()) {
                fields.put("size", entry.firstSize());
            }
            if (!entry.daysToFinish().isEmpty()) {
                fields.put(
                        "finish",
                        calendar.today()
                                .plusDays(Integer.parseInt(entry.daysToFinish()))
                                .toString());
            }
            if (!entry.under().isEmpty()) {
                fields.put("parent", keyOf(entry.under()).toString());
            }
            if (entry.isStory() && !entry.team().isEmpty()) {
                fields.put("team", entry.team());
            }
            fields.put("description", entry.description().toString());
            var ref = Integer.toString(place);
            items.add(
                    new NewItem(
                            ref,
                            entry.parent() < 0 ? null : Integer.toString(entry.parent()),
                            fields,
                            new Target.Stay()));
            if (withTasks) {
                entry.tasks().forEach(task -> items.add(task(task, ref, null)));
            }
        }
        return new Command.Create(product, items);
    }

    private static NewItem task(
            Task task,
            @org.jspecify.annotations.Nullable String parentRef,
            @org.jspecify.annotations.Nullable ItemKey parent) {
        Map<String, String> fields = new HashMap<>();
        fields.put("level", "task");
        fields.put("title", task.title());
        fields.put("hours.estimate", Integer.toString(task.hours()));
        if (parent != null) {
            fields.put("parent", parent.toString());
        }
        return new NewItem(null, parentRef, fields, new Target.Stay());
    }

    /** What happened to an item outside of any sprint. */
    private void settle(Entry entry, String owner) {
        var written = DemoCalendar.at(calendar.firstDay().plusDays(entry.day() + 3L), 90);
        if (!entry.isStory() && List.of("under-way", "dropped", "done").contains(entry.state())) {
            set(written, owner, entry, "state", entry.state());
        }
        if (entry.isStory() && List.of("ready", "dropped").contains(entry.state())) {
            var day = calendar.today().minusDays(4 + entry.points() * 3L);
            set(laterThan(written, day), owner, entry, "state", entry.state());
        }
        if (!entry.firstSize().isEmpty()) {
            var size = entry.fields().getOrDefault("size", "");
            set(written.plus(Duration.ofDays(2)), owner, entry, "size", size);
        }
        var blocked = entry.fields().get("blocked");
        if (blocked != null) {
            set(
                    DemoCalendar.at(calendar.today().minusDays(8), 200),
                    owner,
                    entry,
                    "blocked",
                    blocked);
        }
    }

    private static Instant laterThan(Instant time, LocalDate day) {
        var at = DemoCalendar.at(day, 200);
        return at.isBefore(time) ? time : at;
    }

    /** What is due before a release is planned for it. */
    void plan(
            DemoOutline outline, String owner, List<Goal> releases, Function<Goal, String> keyOf) {
        for (var entry : outline.entries()) {
            if (!entry.level().equals("feature") && !entry.level().equals("epic")
                    || entry.daysToFinish().isEmpty()) {
                continue;
            }
            releases.stream()
                    .filter(release -> release.days() >= Integer.parseInt(entry.daysToFinish()))
                    .findFirst()
                    .ifPresent(release ->
                            set(
                                    DemoCalendar.at(
                                            calendar.firstDay().plusDays(entry.day() + 5L), 240),
                                    owner,
                                    entry,
                                    "release",
                                    keyOf.apply(release)));
        }
    }

    /** A team's sprints, from the planning of each to what was left over. */
    void work(Crew team, DemoSprints sprints) {
        for (int i = 0; i < sprints.planned().size(); i++) {
            int sprint = i + 1;
            var stories = sprints.planned().get(i);
            var next =
                    i + 1 < sprints.planned().size()
                            ? sprints.planned().get(i + 1)
                            : List.<Story>of();
            commit(
                    team,
                    sprint,
                    stories,
                    next,
                    i < DemoCalendar.CLOSED ? sprints.takenOut().get(i) : List.of());
            stories.forEach(story -> workOn(team, story, stories.size()));
        }
    }

    private void commit(
            Crew team, int sprint, List<Story> stories, List<Story> next, List<Entry> takenOut) {
        var start = DemoCalendar.at(calendar.startOf(sprint), 60).minus(A_MOMENT);
        var key = sprintKey(team, sprint);
        var committed = new ArrayList<Entry>();
        stories.stream()
                .filter(story -> !story.carried() && !story.added())
                .forEach(story -> committed.add(story.entry()));
        next.stream().filter(Story::carried).forEach(story -> committed.add(story.entry()));
        committed.addAll(takenOut);
        setAll(start, team.lead(), committed, "sprint", key);
        writeTasks(team, start.minus(A_MOMENT), committed);
        stories.stream()
                .filter(Story::added)
                .forEach(story -> {
                    var at = calendar.at(sprint, 2, 100);
                    set(at, team.lead(), story.entry(), "sprint", key);
                    writeTasks(team, at.plus(A_MOMENT), List.of(story.entry()));
                });
        takenOut.forEach(
                entry -> set(calendar.at(sprint, 5, 130), team.lead(), entry, "sprint", ""));
        // What was left over goes on into the next one, at its planning.
        var left = next.stream().filter(Story::carried).map(Story::entry).toList();
        setAll(
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
    private void writeTasks(Crew team, Instant at, List<Entry> entries) {
        if (team.habits().isBlank()) {
            return;
        }
        for (var entry : entries) {
            add(
                    at,
                    team.lead(),
                    ladder -> {
                        var story = keyOf(entry);
                        var tasks = new ArrayList<>(entry.tasks());
                        tasks.addAll(DemoOutline.tasks(team.habits()));
                        return new Command.Create(
                                story.product(),
                                tasks.stream().map(task -> task(task, null, story)).toList());
                    });
        }
    }

    private void workOn(Crew team, Story story, int stories) {
        var entry = story.entry();
        if (entry.state().equals("ready")) {
            return;
        }
        int last =
                story.sprint() < DemoCalendar.CURRENT
                        ? DemoCalendar.WORKING_DAYS - 1
                        : Math.max(1, calendar.workedSoFar());
        int minute = 75 + story.place() * 23 % 160;
        int begin =
                Math.min(
                        last - 1,
                        (story.added() ? 3 : 0) + story.place() * 6 / Math.max(1, stories));
        int end = Math.min(last, begin + 1 + entry.points() / 2);
        var begun = calendar.at(story.sprint(), begin, minute);
        if (story.carried()) {
            begun = calendar.at(story.sprint() - 1, 7, minute);
            end = Math.min(last, 1 + story.place());
        }
        var finished = calendar.at(story.sprint(), end, 260 + minute);
        var who = assignee(team, story);
        if (!entry.fields().containsKey("assignee")) {
            set(begun.minus(A_MOMENT), team.lead(), entry, "assignee", who);
        }
        set(begun, who, entry, "state", "under-way");
        workOnTasks(team, entry, who, begun, finished);
        if (entry.state().equals("in-test") || entry.state().equals("done") && entry.points() > 2) {
            set(finished.minus(Duration.ofHours(3)), who, entry, "state", "in-test");
        }
        if (entry.state().equals("done")) {
            set(finished, who, entry, "state", "done");
        }
    }

    private static String assignee(Crew team, Story story) {
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
    private void workOnTasks(Crew team, Entry entry, String who, Instant begun, Instant finished) {
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
            if (i == finishedTasks || hours(team, entry, place) > 2) {
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

    private static int hours(Crew team, Entry entry, int place) {
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
        add(
                at,
                who,
                ladder -> {
                    var task = ladder.requireNode(keyOf(entry)).children().get(place).item();
                    var estimate = task.hours().estimate();
                    int hours = estimate == null ? 1 : (int) (estimate.thousandths() / 1000);
                    return new Command.Edit(List.of(task.key()), fields.apply(hours));
                });
    }

    private void set(Instant at, String who, Entry entry, String field, String value) {
        setAll(at, who, List.of(entry), field, value);
    }

    private void setAll(Instant at, String who, List<Entry> entries, String field, String value) {
        if (!entries.isEmpty()) {
            add(
                    at,
                    who,
                    ladder ->
                            new Command.Edit(
                                    entries.stream().map(this::keyOf).toList(),
                                    Map.of(field, value)));
        }
    }

    private void add(Instant at, String who, Function<Ladder, Command> command) {
        happenings.add(new Happening(at, happenings.size(), who, command));
    }
}
