package greenladder.demo;

import greenladder.core.change.Command;
import greenladder.core.change.Command.NewItem;
import greenladder.core.change.Target;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Person;
import greenladder.core.item.StandardLevels;
import greenladder.demo.DemoOutline.Entry;
import greenladder.item.Door;
import greenladder.item.LadderKeeper;
import greenladder.people.People;
import greenladder.people.Role;
import greenladder.people.SignedIn;
import greenladder.product.Products;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.SmartLifecycle;
import org.springframework.context.annotation.Profile;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Makes the sample workspace through the same doors as everybody else, day by day in the past, so
 * that its history hangs together. Done once: a demo that keeps its data finds it again.
 */
@Component
@Profile("demo")
class DemoWorkspace implements SmartLifecycle {
    private static final int DAYS_OF_HISTORY = 60;

    private final People people;
    private final Products products;
    private final Door door;
    private final LadderKeeper keeper;
    private final DemoClock clock;
    private volatile boolean running;

    DemoWorkspace(
            People people, Products products, Door door, LadderKeeper keeper, DemoClock clock) {
        this.people = people;
        this.products = products;
        this.door = door;
        this.keeper = keeper;
        this.clock = clock;
    }

    /** Runs before the first request can come in: the web server starts in a later phase. */
    @Override
    public void start() {
        if (people.isEmpty()) {
            makeWorkspace();
        }
        running = true;
    }

    @Override
    public void stop() {
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    @Override
    public int getPhase() {
        return 0;
    }

    private void makeWorkspace() {
        var now = clock.instant();
        clock.goTo(now.minus(DAYS_OF_HISTORY, ChronoUnit.DAYS));
        addPeople();
        products.add(SignedIn.SYSTEM, "MSF", "Crossing", StandardLevels.six());
        var outline = DemoOutline.read(content("crossing.txt"), StandardLevels.six());
        var keys = addItems(outline);
        liveThrough(outline, keys, now);
        clock.goTo(now);
    }

    private void addPeople() {
        var samples = new LinkedHashMap<Person, Role>();
        samples.put(new Person("ines.rowe", "Ines Rowe"), Role.PRODUCT_OWNER);
        samples.put(new Person("bram.holt", "Bram Holt"), Role.TEAM_LEAD);
        samples.put(new Person("oona.marsh", "Oona Marsh"), Role.TEAM_MEMBER);
        samples.put(new Person("tam.keel", "Tam Keel"), Role.TEAM_MEMBER);
        samples.put(new Person("lio.fenn", "Lio Fenn"), Role.TEAM_MEMBER);
        samples.put(new Person("saga.lind", "Saga Lind"), Role.STAKEHOLDER);
        samples.put(new Person("edda.quill", "Edda Quill"), Role.ADMINISTRATOR);
        people.addSamples(samples, "sea and sound");
        people.addToken("demo-token", "ines.rowe");
    }

    private List<ItemKey> addItems(DemoOutline outline) {
        var today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).plusDays(DAYS_OF_HISTORY);
        var entries = new ArrayList<NewItem>();
        for (int i = 0; i < outline.entries().size(); i++) {
            var entry = outline.entries().get(i);
            Map<String, String> fields = new HashMap<>(entry.fields());
            entry.firstSize().ifPresent(size -> fields.put("size", size));
            entry.daysToFinish()
                    .ifPresent(days -> fields.put("finish", today.plusDays(days).toString()));
            fields.put("description", entry.description().toString());
            fields.remove("hours.invested");
            fields.remove("hours.remaining");
            fields.remove("blocked");
            var parentRef = entry.parent() < 0 ? null : Integer.toString(entry.parent());
            entries.add(new NewItem(Integer.toString(i), parentRef, fields, new Target.Stay()));
        }
        return door.submit(person("ines.rowe"), new Command.Create("MSF", entries)).items();
    }

    /**
     * What happened to the items since: sized anew, worked on, blocked, finished; each item's share
     * in its own days.
     */
    private void liveThrough(DemoOutline outline, List<ItemKey> keys, Instant now) {
        var events = new ArrayList<Event>();
        for (int i = 0; i < keys.size(); i++) {
            events.addAll(eventsOf(outline.entries().get(i), keys.get(i), i));
        }
        events.sort(Comparator.comparingInt(Event::minute).thenComparing(Event::item));
        var start = now.minus(DAYS_OF_HISTORY, ChronoUnit.DAYS);
        for (var event : events) {
            clock.goTo(start.plus(event.minute(), ChronoUnit.MINUTES));
            door.submit(
                    person(event.actor()), new Command.Edit(List.of(event.item()), event.fields()));
        }
    }

    private record Event(int minute, ItemKey item, String actor, Map<String, String> fields) {}

    private List<Event> eventsOf(Entry entry, ItemKey item, int index) {
        var level = keeper.current().requireNode(item).item().level();
        var events = new ArrayList<Event>();
        var actor = entry.fields().getOrDefault("assignee", "bram.holt");
        // Items come in the order of their rank: what stands higher was begun earlier.
        int begin = (5 + index * 43 % 40) * 24 * 60 + index * 37 % 480;
        int end = begin + (2 + index % 6) * 24 * 60;
        entry.firstSize()
                .ifPresent(first ->
                        events.add(
                                new Event(
                                        begin - 600,
                                        item,
                                        "ines.rowe",
                                        fields("size", entry.fields().getOrDefault("size", "")))));
        var blocked = entry.fields().get("blocked");
        if (blocked != null) {
            events.add(new Event(end, item, "bram.holt", fields("blocked", blocked)));
        }
        if (!entry.state().equals("to-do") && !level.followsChildren()) {
            boolean begun = !List.of("ready", "dropped").contains(entry.state());
            if (begun) {
                events.add(new Event(begin, item, actor, fields("state", "under-way")));
            }
            if (!entry.state().equals("under-way")) {
                events.add(new Event(end, item, actor, fields("state", entry.state())));
            }
        }
        var invested = entry.fields().get("hours.invested");
        if (invested != null && !invested.equals("0")) {
            var hours = fields("hours.invested", invested);
            hours.put("hours.remaining", entry.fields().getOrDefault("hours.remaining", ""));
            events.add(new Event(end - 60, item, actor, hours));
        }
        return events;
    }

    private static Map<String, String> fields(String field, String value) {
        Map<String, String> fields = new HashMap<>();
        fields.put(field, value);
        return fields;
    }

    private SignedIn person(String handle) {
        return people.findByHandle(handle).orElseThrow();
    }

    private static String content(String name) {
        try (var in = new ClassPathResource("demo/" + name).getInputStream()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
