package greenladder.demo;

import greenladder.core.change.Command;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.demo.DemoContent.Goal;
import greenladder.demo.DemoOutline.Entry;
import greenladder.demo.DemoOutline.Task;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Past;
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
 * What happened in the sample workspace, as commands with their times. Keeps the keys of what was
 * made; what teams did is added by {@link DemoTeamWork}. Keys are known once an item is made, so
 * commands are made when their turn comes.
 */
final class DemoHistory {

    private final DemoCalendar calendar;
    private final Instant now;
    private final Function<String, SignedIn> person;
    private final List<Happening> happenings = new ArrayList<>();
    private final Map<Entry, ItemKey> keys = new IdentityHashMap<>();
    private final Map<String, ItemKey> keysByTitle = new HashMap<>();

    private record Happening(
            Instant at, int turn, String who, Function<Snapshot, Command> command) {}

    /**
     * @param now nothing happens later
     */
    DemoHistory(DemoCalendar calendar, Instant now, Function<String, SignedIn> person) {
        this.calendar = calendar;
        this.now = now;
        this.person = person;
    }

    ItemKey keyOf(String title) {
        var key = keysByTitle.get(title);
        if (key == null) {
            throw new IllegalArgumentException("demo: no item " + title);
        }
        return key;
    }

    ItemKey keyOf(Entry entry) {
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
                        snapshot -> creation(snapshot, outline, places, product, withTasks)));
        outline.entries().forEach(entry -> settle(entry, owner));
    }

    private Command creation(
            Snapshot snapshot,
            DemoOutline outline,
            List<Integer> places,
            String product,
            boolean withTasks) {
        var items = new ArrayList<NewItem>();
        for (int place : places) {
            var entry = outline.entries().get(place);
            var key = new ItemKey(product, snapshot.lastNumber(product) + 1 + items.size());
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
        return new CreateItems(product, items);
    }

    static NewItem task(
            Task task,
            @org.jspecify.annotations.Nullable String parentRef,
            @org.jspecify.annotations.Nullable ItemKey parent) {
        Map<String, String> fields = new HashMap<>();
        fields.put("level", "task");
        fields.put("title", task.title());
        fields.put("hours.estimate", Integer.toString(task.hours()));
        DemoPlanning.skill(task.title()).ifPresent(skill -> fields.put("skill", skill));
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
            DemoOutline outline,
            String owner,
            List<Goal> releases,
            Function<Goal, String> keyOf,
            Map<Goal, Integer> room) {
        for (var entry : outline.entries()) {
            if (!entry.level().equals("feature") && !entry.level().equals("epic")
                    || entry.daysToFinish().isEmpty()) {
                continue;
            }
            releases.stream()
                    .filter(release -> release.days() >= Integer.parseInt(entry.daysToFinish()))
                    .findFirst()
                    .filter(release -> room.merge(release, -entry.points(), Integer::sum) >= 0)
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

    void set(Instant at, String who, Entry entry, String field, String value) {
        setAll(at, who, List.of(entry), field, value);
    }

    void setAll(Instant at, String who, List<Entry> entries, String field, String value) {
        if (!entries.isEmpty()) {
            add(
                    at,
                    who,
                    snapshot ->
                            new EditItems(
                                    entries.stream().map(this::keyOf).toList(),
                                    Map.of(field, value)));
        }
    }

    void add(Instant at, String who, Function<Snapshot, Command> command) {
        var working = DemoCalendar.working(at, now);
        happenings.add(new Happening(working, happenings.size(), who, command));
    }
}
