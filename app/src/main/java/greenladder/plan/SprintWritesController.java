package greenladder.plan;

import static greenladder.panel.FormValues.amount;
import static greenladder.panel.FormValues.date;
import static greenladder.panel.FormValues.keys;
import static greenladder.panel.FormValues.lines;
import static greenladder.panel.FormValues.number;

import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.Field;
import greenladder.core.level.Category;
import greenladder.core.plan.AgreeOn;
import greenladder.core.plan.CloseSprint;
import greenladder.core.plan.OrderSprint;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintNote;
import greenladder.core.value.ItemKey;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.planning.Planning;
import greenladder.planning.SprintFigures;
import greenladder.planning.SprintSeries;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Words;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What the pages of this stage do to sprints. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/plan")
class SprintWritesController {
    private final Planning planning;
    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;
    private final SprintFigures figures;

    SprintWritesController(
            Planning planning,
            CommandGateway gateway,
            SnapshotKeeper keeper,
            SprintFigures figures) {
        this.planning = planning;
        this.gateway = gateway;
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
        return Answers.made("Made " + Words.count(made.size(), "sprint"), saved);
    }

    @PostMapping("/sprints/{sprint}")
    ResponseEntity<String> changeSprint(
            @PathVariable String sprint,
            @RequestParam Map<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted("Changed", planning.change(me, sprint, said(form)));
    }

    /** What a form says of a sprint; what it does not have stays as it is. */
    private static UnaryOperator<Sprint> said(Map<String, String> form) {
        var start = form.containsKey("start") ? date("start", form.get("start")) : null;
        var finish = form.containsKey("finish") ? date("finish", form.get("finish")) : null;
        var capacity = form.containsKey("capacity") ? amount(form.get("capacity")) : null;
        return was -> {
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
        };
    }

    /** Who takes part, and who does not. */
    @PostMapping("/sprints/{sprint}/people")
    ResponseEntity<String> people(
            @PathVariable String sprint,
            @RequestParam(defaultValue = "") List<String> people,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var team = Lookups.team(snapshot, Lookups.sprint(snapshot, sprint).team());
        var members = snapshot.workspace().membersAtWork(team);
        var here = Set.copyOf(people);
        var away = new LinkedHashSet<>(members);
        away.removeAll(here);
        var guests = new LinkedHashSet<>(here);
        members.forEach(guests::remove);
        guests.remove("");
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
            Lookups.release(keeper.seenBy(me), release);
            return Answers.done(
                    "Planned",
                    gateway.submit(
                            me, new EditItems(items, Map.of(Field.RELEASE.label(), release))));
        }
        var saved = planning.plan(me, sprint, items, candidates);
        var name = saved.accepted().after().workspace().findSprint(sprint).map(Sprint::name);
        return Answers.done(
                (candidates ? "Candidates for " : "Planned into ") + name.orElse(sprint) + ":",
                saved);
    }

    /** Takes the next one that waits into a sprint, as its page offers it. */
    @PostMapping("/sprints/{sprint}/pull")
    ResponseEntity<String> pull(
            @PathVariable String sprint,
            @RequestParam String item,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done("Pulled in:", planning.pull(me, sprint, Lookups.key(item)));
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
                        : gateway.submit(
                                me, new EditItems(items, Map.of(Field.RELEASE.label(), ""))));
    }

    @PostMapping("/sprints/{sprint}/candidates")
    ResponseEntity<String> candidates(
            @PathVariable String sprint,
            @RequestParam boolean commit,
            @AuthenticationPrincipal SignedIn me) {
        return commit
                ? Answers.done("Committed", planning.commitCandidates(me, sprint))
                : Answers.done("Removed as candidates:", planning.dropCandidates(me, sprint));
    }

    @PostMapping("/sprints/{sprint}/start")
    ResponseEntity<String> start(
            @PathVariable String sprint,
            @RequestParam Map<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        var saved = planning.start(me, sprint, said(form));
        return Answers.noted(nameOf(saved, sprint) + " is running", saved);
    }

    /**
     * Closes a sprint: what is begun and what is not go where the form says, single items where
     * their own fields say; each line of what is noted is a note.
     */
    @PostMapping("/sprints/{sprint}/close")
    ResponseEntity<String> close(
            @PathVariable String sprint,
            @RequestParam Map<String, String> form,
            @AuthenticationPrincipal SignedIn me) {
        var begunTo = form.getOrDefault("begunTo", CloseSprint.BACKLOG);
        var unbegunTo = form.getOrDefault("unbegunTo", begunTo);
        var singly = new HashMap<ItemKey, String>();
        CloseSprint.unfinished(keeper.seenBy(me), sprint).stream()
                .filter(node -> node.rollUp().category() != Category.IN_PROGRESS)
                .forEach(node -> singly.put(node.item().key(), unbegunTo));
        form.forEach((name, to) -> {
            if (name.startsWith("to.") && !to.isBlank()) {
                ItemKey.parse(name.substring(3)).ifPresent(key -> singly.put(key, to));
            }
        });
        var saved =
                planning.close(
                        me, new CloseSprint(sprint, begunTo, singly, null, null, notes(form)));
        return Answers.noted(nameOf(saved, sprint) + " is closed", saved);
    }

    private static Map<SprintNote.Kind, List<String>> notes(Map<String, String> form) {
        var notes = new EnumMap<SprintNote.Kind, List<String>>(SprintNote.Kind.class);
        for (var kind : SprintNote.Kind.values()) {
            notes.put(kind, lines(form.getOrDefault("note." + kind.key(), "")));
        }
        return notes;
    }

    @PostMapping("/sprints/{sprint}/agree")
    ResponseEntity<String> agree(
            @PathVariable String sprint,
            @RequestParam String item,
            @RequestParam boolean yes,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.sprint(keeper.seenBy(me), sprint);
        return Answers.noted(
                yes ? "The team agrees to " + item : "No agreement on " + item,
                gateway.submit(me, new AgreeOn(sprint, Lookups.key(item), yes)));
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
        var snapshot = keeper.seenBy(me);
        var story = Lookups.node(snapshot, under).item();
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
                gateway.submit(me, new CreateItems(product.code(), List.of(NewItem.of(fields)))));
    }

    @PostMapping("/sprints/{sprint}/order")
    ResponseEntity<String> order(
            @PathVariable String sprint,
            @RequestParam(defaultValue = "") String keys,
            @RequestParam(defaultValue = "") String before,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.sprint(keeper.seenBy(me), sprint);
        return Answers.noted(
                "Moved",
                gateway.submit(
                        me,
                        new OrderSprint(sprint, keys(keys), ItemKey.parse(before).orElse(null))));
    }

    private static String nameOf(Saved saved, String sprint) {
        return saved.accepted().after().workspace().findSprint(sprint).map(Sprint::name).orElse("");
    }
}
