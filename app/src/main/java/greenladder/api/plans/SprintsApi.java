package greenladder.api.plans;

import greenladder.api.ApiProblems;
import greenladder.api.BodyReader;
import greenladder.api.Page;
import greenladder.api.items.ItemsApi;
import greenladder.api.plans.PlanJson.LoadJson;
import greenladder.api.plans.PlanJson.ReportJson;
import greenladder.api.plans.PlanJson.SprintJson;
import greenladder.api.plans.PlanJson.VelocityJson;
import greenladder.core.plan.AgreeOn;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.CloseSprint;
import greenladder.core.plan.Sprints;
import greenladder.core.plan.Velocity;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.planning.Planning;
import greenladder.planning.SprintFigures;
import greenladder.planning.SprintSeries;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Sprints for programs: made, filled, started and closed, with their figures. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Sprints")
class SprintsApi {
    private static final int MOST_WINDOW = 50;

    private final SnapshotKeeper keeper;
    private final Planning planning;
    private final SprintFigures figures;
    private final CommandGateway gateway;

    SprintsApi(
            SnapshotKeeper keeper,
            Planning planning,
            SprintFigures figures,
            CommandGateway gateway) {
        this.keeper = keeper;
        this.planning = planning;
        this.figures = figures;
        this.gateway = gateway;
    }

    @GetMapping("/teams/{id}/sprints")
    @Operation(summary = "A team's sprints, by their first day")
    Page<SprintJson> sprints(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        return new Page<>(
                Sprints.of(snapshot.workspace(), Lookups.team(snapshot, id).key()).stream()
                        .map(SprintJson::of)
                        .toList(),
                null);
    }

    @PostMapping("/teams/{id}/sprints")
    @Operation(
            summary = "Create sprints one after the other",
            description =
                    "start, days (12 unless given: two weeks from Monday to Friday), count (1),"
                            + " name such as “Tide {n}”, goal, firstNumber. All or none.")
    ResponseEntity<Page<SprintJson>> make(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.team(keeper.seenBy(me), id);
        var reader =
                new BodyReader(
                        body, Set.of("start", "days", "count", "name", "goal", "firstNumber"));
        var series =
                new SprintSeries(
                        reader.date("start"),
                        Objects.requireNonNullElse(reader.whole("days"), SprintSeries.USUAL_DAYS),
                        Objects.requireNonNullElse(reader.whole("count"), 1),
                        Objects.requireNonNullElse(reader.text("name"), ""),
                        Objects.requireNonNullElse(reader.text("goal"), ""),
                        reader.whole("firstNumber"));
        reader.requireNone();
        var saved = planning.make(me, List.of(id), series);
        var keys = new LinkedHashSet<String>();
        saved.plans().forEach(change -> keys.add(change.subject().key()));
        var workspace = saved.accepted().after().workspace();
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .body(
                        new Page<>(
                                Sprints.of(workspace, id).stream()
                                        .filter(sprint -> keys.contains(sprint.key()))
                                        .map(SprintJson::of)
                                        .toList(),
                                null));
    }

    @GetMapping("/sprints/{id}")
    @Operation(summary = "One sprint")
    SprintJson get(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return SprintJson.of(Lookups.sprint(keeper.seenBy(me), id));
    }

    @Operation(
            summary = "Change a sprint (RFC 7396)",
            description =
                    "name, start, finish, goal, capacity (points, for a team without closed"
                            + " sprints), guests and away (sign-in names)")
    @PatchMapping(
            path = "/sprints/{id}",
            consumes = {"application/merge-patch+json", "application/json"})
    ResponseEntity<SprintJson> patch(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.sprint(keeper.seenBy(me), id);
        var reader =
                new BodyReader(
                        body,
                        Set.of("name", "start", "finish", "goal", "capacity", "guests", "away"));
        var name = reader.text("name");
        var start = reader.date("start");
        var finish = reader.date("finish");
        var goal = reader.text("goal");
        var capacity = reader.amount("capacity");
        var guests = Set.copyOf(new LinkedHashSet<>(reader.texts("guests")));
        var away = Set.copyOf(new LinkedHashSet<>(reader.texts("away")));
        for (var needed : List.of("name", "start", "finish")) {
            if (reader.has(needed) && body.path(needed).isNull()) {
                reader.problem(needed, "This cannot be empty.");
            }
        }
        reader.requireNone();
        return sprint(
                planning.change(
                        me,
                        id,
                        sprint -> {
                            var plan = sprint.plan();
                            if (reader.has("goal")) {
                                plan = plan.withGoal(goal == null || goal.isEmpty() ? null : goal);
                            }
                            if (reader.has("capacity")) {
                                plan = plan.withCapacity(capacity);
                            }
                            plan =
                                    plan.withPeople(
                                            reader.has("guests") ? guests : plan.guests(),
                                            reader.has("away") ? away : plan.away());
                            return sprint.with(plan)
                                    .named(name == null ? sprint.name() : name)
                                    .on(
                                            start == null ? sprint.start() : start,
                                            finish == null ? sprint.finish() : finish);
                        }),
                id,
                HttpStatus.OK);
    }

    @DeleteMapping("/sprints/{id}")
    @Operation(
            summary =
                    "Remove a sprint; items=backlog or another sprint's id says where its items go")
    ResponseEntity<Void> delete(
            @PathVariable String id,
            @RequestParam(required = false) @Nullable String items,
            @AuthenticationPrincipal SignedIn me) {
        return ItemsApi.written(planning.remove(me, id, items), HttpStatus.NO_CONTENT).build();
    }

    @PostMapping("/sprints/{id}/items")
    @Operation(
            summary = "Plan into a sprint",
            description =
                    "items: keys, or candidates: true for all its candidates. Of a parent, the open"
                            + " items below it that are no parents are planned.")
    ResponseEntity<SprintJson> plan(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.sprint(keeper.seenBy(me), id);
        var asked = asked(body);
        return sprint(
                asked.candidates()
                        ? planning.commitCandidates(me, id)
                        : planning.plan(me, id, there(me, asked.items()), false),
                id,
                HttpStatus.OK);
    }

    @DeleteMapping("/sprints/{id}/items")
    @Operation(summary = "Take items out of a sprint, or drop its candidates: items or candidates")
    ResponseEntity<SprintJson> takeOut(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.sprint(keeper.seenBy(me), id);
        var asked = asked(body);
        return sprint(
                asked.candidates()
                        ? planning.dropCandidates(me, id)
                        : planning.takeOut(me, id, there(me, asked.items())),
                id,
                HttpStatus.OK);
    }

    private record ItemsAsked(List<ItemKey> items, boolean candidates) {}

    private static ItemsAsked asked(JsonNode body) {
        var reader = new BodyReader(body, Set.of("items", "candidates"));
        var items = reader.keys("items");
        boolean candidates = Boolean.TRUE.equals(reader.yesOrNo("candidates"));
        if (items.isEmpty() == !candidates) {
            reader.problem("items", "Give items, or candidates: true.");
        }
        reader.requireNone();
        return new ItemsAsked(items, candidates);
    }

    private List<ItemKey> there(SignedIn me, List<ItemKey> keys) {
        var snapshot = keeper.seenBy(me);
        keys.forEach(key -> Lookups.node(snapshot, key.toString()));
        return keys;
    }

    @PostMapping("/sprints/{id}/items/{key}/agree")
    @Operation(
            summary = "Note that the team will do an item of its sprint: {agreed: true or false}")
    ResponseEntity<SprintJson> agree(
            @PathVariable String id,
            @PathVariable String key,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.sprint(snapshot, id);
        var item = Lookups.node(snapshot, key).item().key();
        var reader = new BodyReader(body, Set.of("agreed"));
        boolean agreed = Boolean.TRUE.equals(reader.yesOrNo("agreed"));
        reader.requireNone();
        return sprint(gateway.submit(me, new AgreeOn(id, item, agreed)), id, HttpStatus.OK);
    }

    @PostMapping("/sprints/{id}/start")
    @Operation(summary = "Start a sprint: what stands in it is committed to")
    ResponseEntity<SprintJson> start(
            @PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return sprint(planning.start(me, id), id, HttpStatus.OK);
    }

    @PostMapping("/sprints/{id}/close")
    @Operation(
            summary = "Close a sprint",
            description =
                    "unfinishedTo: “backlog” (default), “next” or a sprint's id; items: the same"
                        + " for single items, by key; next: {days, name} of the next sprint where"
                        + " there is none.")
    ResponseEntity<SprintJson> close(
            @PathVariable String id,
            @RequestBody(required = false) @Nullable JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.sprint(keeper.seenBy(me), id);
        String to = CloseSprint.BACKLOG;
        Map<ItemKey, String> items = new HashMap<>();
        Integer days = null;
        String name = null;
        if (body != null) {
            var reader = new BodyReader(body, Set.of("unfinishedTo", "items", "next"));
            to = Objects.requireNonNullElse(reader.text("unfinishedTo"), CloseSprint.BACKLOG);
            reader.textsByName("items")
                    .forEach((key, where) ->
                            ItemKey.parse(key)
                                    .ifPresentOrElse(
                                            found -> items.put(found, where),
                                            () ->
                                                    reader.problem(
                                                            "items", "Items are given by key.")));
            var next = reader.object("next", Set.of("days", "name"));
            if (next != null) {
                days = next.whole("days");
                name = next.text("name");
                if (days != null && (days < 1 || days > 92)) {
                    next.problem("days", "A sprint is from 1 to 92 days long.");
                }
            }
            reader.requireNone();
        }
        return sprint(planning.close(me, id, to, items, days, name), id, HttpStatus.OK);
    }

    @GetMapping("/sprints/{id}/report")
    @Operation(summary = "What became of a sprint, with its burndown")
    ReportJson report(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var sprint = Lookups.sprint(snapshot, id);
        return ReportJson.of(
                sprint,
                figures.report(snapshot, sprint),
                new Capacities(snapshot).of(sprint).points());
    }

    @GetMapping("/sprints/{id}/load")
    @Operation(
            summary = "Remaining hours by person and by skill, against the hours of the days left")
    LoadJson load(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        return LoadJson.of(figures.load(snapshot, Lookups.sprint(snapshot, id)));
    }

    @GetMapping("/teams/{id}/velocity")
    @Operation(summary = "What a team completed in its last n closed sprints")
    VelocityJson velocity(
            @PathVariable String id,
            @RequestParam(name = "n", defaultValue = "3") int n,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.team(snapshot, id);
        if (n < 1 || n > MOST_WINDOW) {
            throw ApiProblems.invalid("n", "From 1 to %d sprints.".formatted(MOST_WINDOW));
        }
        return VelocityJson.of(Velocity.of(snapshot, id, n));
    }

    private static ResponseEntity<SprintJson> sprint(Saved saved, String id, HttpStatus status) {
        Sprint after = saved.accepted().after().workspace().findSprint(id).orElseThrow();
        return ItemsApi.written(saved, status).body(SprintJson.of(after));
    }
}
