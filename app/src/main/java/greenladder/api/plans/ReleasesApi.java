package greenladder.api.plans;

import greenladder.api.BodyReader;
import greenladder.api.Page;
import greenladder.api.items.ItemsApi;
import greenladder.api.plans.PlanJson.ReleaseJson;
import greenladder.core.item.Milestone;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.CloseSprint;
import greenladder.core.plan.ReleaseFill;
import greenladder.core.release.Release;
import greenladder.people.SignedIn;
import greenladder.planning.Planning;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.net.URI;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
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

/** Releases for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Releases")
class ReleasesApi {
    private static final Set<String> NAMES =
            Set.of(
                    "name",
                    "date",
                    "start",
                    "goal",
                    "teams",
                    "products",
                    "state",
                    "unfinishedTo",
                    "milestones");

    private final SnapshotKeeper keeper;
    private final Planning planning;

    record PlannedJson(int items, BigDecimal points) {}

    record SprintPartJson(String id, @Nullable BigDecimal points) {}

    record CapacityJson(@Nullable BigDecimal points, List<SprintPartJson> sprints) {}

    /**
     * @param over points by which it is over; 0 where it fits, null where nothing is known
     */
    record ReleaseReportJson(
            PlannedJson planned,
            BigDecimal done,
            CapacityJson capacity,
            @Nullable BigDecimal over) {}

    ReleasesApi(SnapshotKeeper keeper, Planning planning) {
        this.keeper = keeper;
        this.planning = planning;
    }

    @GetMapping("/products/{code}/releases")
    @Operation(summary = "A product's releases, by date")
    Page<ReleaseJson> releases(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.product(snapshot, code);
        return new Page<>(
                snapshot.workspace().releasesOf(code).stream().map(ReleaseJson::of).toList(), null);
    }

    @PostMapping("/products/{code}/releases")
    @Operation(
            summary = "Make a release",
            description =
                    "name, date, start, goal, teams (all of the product unless given), products"
                            + " (others that it is for), milestones [{name, date}]")
    ResponseEntity<ReleaseJson> make(
            @PathVariable String code,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var reader = new BodyReader(body, NAMES);
        var teams = snapshot.workspace().teamsOf(code).stream().map(team -> team.key()).toList();
        var plain =
                new Release(
                        "",
                        product.code(),
                        "",
                        LocalDate.MAX,
                        List.of(),
                        null,
                        null,
                        teams,
                        List.of(),
                        null);
        var release = read(reader, plain);
        if (reader.text("name") == null) {
            reader.problem("name", "A name is needed.");
        }
        if (reader.date("date") == null && !reader.isWrong("date")) {
            reader.problem("date", "A date such as 2026-11-12 is needed.");
        }
        if ("released".equals(reader.text("state"))) {
            reader.problem("state", "A release is made as planned, and released later.");
        }
        reader.requireNone();
        var saved = planning.makeRelease(me, release);
        var key = saved.plans().getFirst().subject().key();
        var made = saved.accepted().after().workspace().findRelease(key).orElseThrow();
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .location(URI.create("/api/v1/releases/" + key))
                .body(ReleaseJson.of(made));
    }

    @GetMapping("/releases/{id}")
    @Operation(summary = "One release")
    ReleaseJson get(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return ReleaseJson.of(Lookups.release(keeper.seenBy(me), id));
    }

    @Operation(
            summary = "Change a release (RFC 7396)",
            description =
                    "state: “released” releases it; unfinishedTo (“backlog” or another release's"
                            + " id) says then where unfinished work goes")
    @PatchMapping(
            path = "/releases/{id}",
            consumes = {"application/merge-patch+json", "application/json"})
    ResponseEntity<ReleaseJson> patch(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var was = Lookups.release(keeper.seenBy(me), id);
        var reader = new BodyReader(body, NAMES);
        read(reader, was);
        var state = reader.text("state");
        var to = reader.text("unfinishedTo");
        if (state != null && !state.equals("planned") && !state.equals("released")) {
            reader.problem("state", "A release is “planned” or “released”.");
        }
        reader.requireNone();
        return release(
                planning.changeRelease(
                        me,
                        id,
                        release -> read(new BodyReader(body, NAMES), release),
                        state == null ? null : state.equals("released"),
                        Objects.requireNonNullElse(to, CloseSprint.BACKLOG)),
                id);
    }

    @DeleteMapping("/releases/{id}")
    @Operation(
            summary =
                    "Remove a release; items=backlog or another release's id says where its items"
                            + " go")
    ResponseEntity<Void> delete(
            @PathVariable String id,
            @RequestParam(required = false) @Nullable String items,
            @AuthenticationPrincipal SignedIn me) {
        return ItemsApi.written(planning.removeRelease(me, id, items), HttpStatus.NO_CONTENT)
                .build();
    }

    @GetMapping("/releases/{id}/report")
    @Operation(summary = "What is planned for a release, against what its teams can do until then")
    ReleaseReportJson report(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var release = Lookups.release(snapshot, id);
        var fill =
                Objects.requireNonNull(
                        ReleaseFill.of(snapshot, List.of(release), new Capacities(snapshot))
                                .get(id));
        var over = fill.over();
        return new ReleaseReportJson(
                new PlannedJson(fill.items(), fill.planned().toDecimal()),
                fill.done().toDecimal(),
                new CapacityJson(
                        PlanJson.number(fill.capacity()),
                        fill.sprints().stream()
                                .map(part ->
                                        new SprintPartJson(
                                                part.sprint().key(),
                                                PlanJson.number(part.points())))
                                .toList()),
                fill.capacity() == null
                        ? null
                        : PlanJson.number(over == null ? BigDecimal.ZERO : over));
    }

    /** A release with what a body says of it; what it does not say stays. */
    private static Release read(BodyReader reader, Release was) {
        var name = reader.text("name");
        var date = reader.date("date");
        var start = reader.date("start");
        var goal = reader.text("goal");
        var milestones = new ArrayList<Milestone>();
        for (var one : reader.objects("milestones", Set.of("name", "date"))) {
            var day = one.date("date");
            if (day == null) {
                one.problem("date", "A date such as 2026-11-12 is needed.");
            } else {
                milestones.add(
                        new Milestone(Objects.requireNonNullElse(one.text("name"), ""), day));
            }
        }
        var products =
                reader.texts("products").stream()
                        .filter(code -> !code.equals(was.product()))
                        .distinct()
                        .toList();
        return new Release(
                was.key(),
                was.product(),
                name == null ? was.name() : name,
                date == null ? was.date() : date,
                reader.has("products") ? products : was.others(),
                reader.has("start") ? start : was.start(),
                reader.has("goal") ? goal : was.goal(),
                reader.has("teams")
                        ? reader.texts("teams").stream().distinct().toList()
                        : was.teams(),
                reader.has("milestones") ? milestones : was.milestones(),
                was.releasedAt(),
                was.picture());
    }

    private static ResponseEntity<ReleaseJson> release(Saved saved, String id) {
        var after = saved.accepted().after().workspace().findRelease(id).orElseThrow();
        return ItemsApi.written(saved, HttpStatus.OK).body(ReleaseJson.of(after));
    }
}
