package greenladder.demo;

import greenladder.core.change.Command;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.plan.SprintPart;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.LinkItems;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Past;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** What depends on what, and who has which task of Lantern's next sprint. */
final class DemoLinks {
    private static final String SPRINT = "lantern-" + (DemoCalendar.CURRENT + 1);

    /** In turn; one of them has more than there are hours for, and some is nobody's yet. */
    private static final List<String> HAS =
            List.of(
                    "oona.marsh",
                    "tam.keel",
                    "oona.marsh",
                    "lio.fenn",
                    "oona.marsh",
                    "",
                    "tam.keel");

    /** More to do for each of the sprint's first stories: title, hours, skill. */
    private static final List<List<String>> MORE =
            List.of(
                    List.of("Try it on two old phones", "5", "testing"),
                    List.of("Screens as drawn", "6", "interface"),
                    List.of("Leaflet for the pier office", "4", "documents"));

    private static final int STORIES = 4;

    private DemoLinks() {}

    static List<Past> past(DemoHistory history, Instant at, SignedIn actor) {
        var past = new ArrayList<Past>();
        past.add(new Past(at, actor, DemoLinks::moreTasks));
        HAS.stream()
                .distinct()
                .filter(person -> !person.isEmpty())
                .forEach(person -> past.add(new Past(at, actor, now -> given(now, person))));
        DemoContent.text("links.txt")
                .lines()
                .filter(line -> !line.startsWith("#"))
                .map(line -> line.split(" \\| "))
                .forEach(parts ->
                        past.add(
                                new Past(
                                        at,
                                        actor,
                                        now ->
                                                new LinkItems(
                                                        key(history, now, parts[0]),
                                                        LinkType.find(parts[1]).orElseThrow(),
                                                        key(history, now, parts[2]),
                                                        null))));
        return past;
    }

    private static Command moreTasks(Snapshot now) {
        var stories = SprintPart.inSprint(now, SPRINT).stream().limit(STORIES).toList();
        return new CreateItems(
                "MSF",
                stories.stream()
                        .flatMap(story -> MORE.stream().map(more -> task(story.item(), more)))
                        .toList());
    }

    private static NewItem task(ItemKey story, List<String> more) {
        return new NewItem(
                null,
                null,
                Map.of(
                        "level",
                        "task",
                        "title",
                        more.get(0),
                        "hours.estimate",
                        more.get(1),
                        "skill",
                        more.get(2),
                        "parent",
                        story.toString()),
                new Target.Stay());
    }

    private static Command given(Snapshot now, String person) {
        var tasks = SprintPart.tasksIn(now, SPRINT);
        var those = new ArrayList<ItemKey>();
        for (int i = 0; i < tasks.size(); i++) {
            if (HAS.get(i % HAS.size()).equals(person)) {
                those.add(tasks.get(i).item());
            }
        }
        return new EditItems(those, Map.of("assignee", person));
    }

    /** By title; tasks that a team wrote in its sprint are found there. */
    private static ItemKey key(DemoHistory history, Snapshot now, String title) {
        return SprintPart.tasksIn(now, SPRINT).stream()
                .map(task -> now.requireNode(task.item()).item())
                .filter(item -> item.title().equals(title))
                .map(Item::key)
                .findFirst()
                .orElseGet(() -> history.keyOf(title));
    }
}
