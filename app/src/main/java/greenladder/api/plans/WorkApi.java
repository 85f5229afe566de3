package greenladder.api.plans;

import com.fasterxml.jackson.annotation.JsonProperty;
import greenladder.api.BodyReader;
import greenladder.api.ItemJson;
import greenladder.api.items.ItemsApi;
import greenladder.core.item.HourEntry;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Node;
import greenladder.core.work.Accept;
import greenladder.core.work.LogHours;
import greenladder.core.work.OwnWork;
import greenladder.core.work.TakeOutHours;
import greenladder.people.SignedIn;
import greenladder.planning.SprintFigures;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** One's own work, hours by day and acceptance, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Work")
class WorkApi {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final SprintFigures figures;

    WorkApi(SnapshotKeeper keeper, CommandGateway gateway, SprintFigures figures) {
        this.keeper = keeper;
        this.gateway = gateway;
        this.figures = figures;
    }

    record WorkJson(
            String key,
            String title,
            String level,
            String state,
            @Nullable String parent,
            boolean lead,
            @Nullable BigDecimal size,
            @Nullable BigDecimal remainingHours,
            @Nullable String blocked) {}

    /**
     * @param sprint null for what is in none
     */
    record AheadJson(@Nullable String sprint, List<WorkJson> items) {}

    /** Others that wait for an item of one's own. */
    record WaitJson(String item, List<String> waiting) {}

    /**
     * @param items all of it: what is under way, then what is ahead, then what is blocked
     */
    record OwnWorkJson(
            List<WorkJson> items,
            List<WorkJson> underWay,
            List<AheadJson> ahead,
            List<WorkJson> waiting,
            List<WaitJson> forOthers,
            BigDecimal hoursToday) {}

    record HourJson(
            int number, LocalDate day, @Nullable String who, BigDecimal hours, String note) {}

    record HoursJson(
            @Nullable BigDecimal estimate,
            @Nullable BigDecimal invested,
            @Nullable BigDecimal remaining,
            List<HourJson> items) {

        /** The name that stays in the next major version. */
        @JsonProperty("worked")
        public @Nullable BigDecimal worked() {
            return invested;
        }
    }

    @GetMapping("/me/work")
    @Operation(summary = "One's own work in order, by sprint, and what waits for one")
    OwnWorkJson work(@AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var own = OwnWork.of(snapshot, me.handle());
        var underWay = all(own.underWay(), me);
        var ahead =
                own.ahead().stream()
                        .map(one ->
                                new AheadJson(
                                        one.sprint() == null ? null : one.sprint().key(),
                                        all(one.items(), me)))
                        .toList();
        var waiting = all(own.waiting(), me);
        return new OwnWorkJson(
                java.util.stream.Stream.of(
                                underWay,
                                ahead.stream().flatMap(one -> one.items().stream()).toList(),
                                waiting)
                        .flatMap(List::stream)
                        .toList(),
                underWay,
                ahead,
                waiting,
                own.forOthers().entrySet().stream()
                        .map(one ->
                                new WaitJson(
                                        one.getKey().toString(),
                                        one.getValue().stream()
                                                .map(node -> node.item().key().toString())
                                                .toList()))
                        .toList(),
                LogHours.hoursOn(snapshot, me.handle(), figures.today()).toDecimal());
    }

    private static List<WorkJson> all(List<Node> nodes, SignedIn me) {
        return nodes.stream().map(node -> json(node, me)).toList();
    }

    private static WorkJson json(Node node, SignedIn me) {
        var item = node.item();
        return new WorkJson(
                item.key().toString(),
                item.title(),
                item.level().key(),
                item.state().key(),
                item.parent() == null ? null : item.parent().toString(),
                me.handle().equals(item.assignee()),
                ItemJson.decimal(node.rollUp().effective()),
                ItemJson.decimal(item.remainingHours()),
                item.blocked());
    }

    @GetMapping("/items/{key}/hours")
    @Operation(summary = "The hours worked on an item, by day, the latest first")
    HoursJson hours(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        return hours(Lookups.node(keeper.seenBy(me), key).item());
    }

    private static HoursJson hours(Item item) {
        return new HoursJson(
                ItemJson.decimal(item.hours().estimate()),
                ItemJson.decimal(item.hours().invested()),
                ItemJson.decimal(item.remainingHours()),
                item.details().doing().worked().stream()
                        .sorted(HourEntry.LATEST)
                        .map(one ->
                                new HourJson(
                                        one.number(),
                                        one.day(),
                                        one.who(),
                                        one.hours().toDecimal(),
                                        one.note()))
                        .toList());
    }

    @PostMapping("/items/{key}/hours")
    @Operation(
            summary = "Enter hours worked on a day",
            description =
                    "{hours, day (today), person (oneself), note, remaining (what was left, less"
                            + " these)}")
    ResponseEntity<HoursJson> enterHours(
            @PathVariable String key,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var reader = new BodyReader(body, Set.of("hours", "day", "person", "note", "remaining"));
        var worked = reader.amount("hours");
        var day = reader.has("day") ? reader.date("day") : figures.today();
        var remaining = reader.has("remaining") ? reader.amount("remaining") : null;
        var person = Objects.requireNonNullElse(reader.text("person"), me.handle());
        var note = Objects.requireNonNullElse(reader.text("note"), "");
        if (worked == null) {
            reader.problem("hours", "Hours are needed.");
        }
        reader.requireNone();
        var saved =
                gateway.submit(
                        me,
                        new LogHours(
                                Lookups.key(key),
                                person,
                                Objects.requireNonNullElse(day, figures.today()),
                                Objects.requireNonNull(worked),
                                note,
                                remaining == null ? null : remaining.toString()));
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .body(hours(Lookups.node(saved.accepted().after(), key).item()));
    }

    @DeleteMapping("/items/{key}/hours/{number}")
    @Operation(summary = "Take an entry of hours out")
    ResponseEntity<HoursJson> takeOutHours(
            @PathVariable String key,
            @PathVariable int number,
            @AuthenticationPrincipal SignedIn me) {
        var saved = gateway.submit(me, new TakeOutHours(Lookups.key(key), number));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(hours(Lookups.node(saved.accepted().after(), key).item()));
    }

    @PostMapping("/items/{key}/accept")
    @Operation(summary = "Accept work that is done")
    ResponseEntity<ItemJson> accept(
            @PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.key(key);
        var saved = gateway.submit(me, new Accept(List.of(item), me.handle()));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(ItemJson.of(saved.accepted().after(), item));
    }
}
