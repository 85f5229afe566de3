package greenladder.api.items;

import greenladder.api.Cursors;
import greenladder.api.FieldsReader;
import greenladder.api.ItemJson;
import greenladder.api.ItemQuery;
import greenladder.api.MoveReader;
import greenladder.api.Page;
import greenladder.api.RollUpJson;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.DeleteItems.Children;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.list.FilterLines;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Logged;
import greenladder.people.SignedIn;
import greenladder.setup.Beginnings;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.CommandGateway.SeenVersion;
import greenladder.store.LogReading;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import greenladder.words.ChangeWords;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.net.URI;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.http.ResponseEntity.BodyBuilder;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Items for programs: the same gateway and the same rules as for people. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Items")
public class ItemsApi {
    private static final Set<String> BESIDES = Set.of("ref", "parentRef");

    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final ChangeLog log;
    private final LogReading reading;
    private final FilterLines lines;

    record ChangeJson(
            long operation,
            Instant at,
            String by,
            String field,
            @Nullable String before,
            @Nullable String after) {}

    ItemsApi(
            SnapshotKeeper keeper,
            CommandGateway gateway,
            ChangeLog log,
            LogReading reading,
            FilterLines lines) {
        this.reading = reading;
        this.lines = lines;
        this.keeper = keeper;
        this.gateway = gateway;
        this.log = log;
    }

    @GetMapping("/products/{code}/items")
    @Operation(
            summary = "A product's items",
            description =
                    "Filters: level, kind, state, category, band, team, assignee (me: yourself),"
                        + " sprint (current: those under way), release, label, parent, in.{level},"
                        + " custom.{key}, under, text; true or false: loose, unsized, ready,"
                        + " blocked, scored, agenda, candidate, question, changed. An empty value"
                        + " means none. sort=rank, score, value, size, title, key, made, updated or"
                        + " finish. A parameter given several times means any of its values.")
    Page<ItemJson> list(
            @PathVariable String code,
            @RequestParam MultiValueMap<String, String> asked,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        return new ItemQuery(snapshot, Lookups.product(snapshot, code), asked).page(lines, me);
    }

    @PostMapping("/products/{code}/items")
    @Operation(
            summary = "Add an item, or several, all or none",
            description =
                    "One item, or {items: [...]} up to 5,000; an entry's ref names it for a later"
                            + " entry's parentRef.")
    ResponseEntity<?> create(
            @PathVariable String code,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.product(keeper.seenBy(me), code);
        boolean bulk = body.has("items");
        var problems = new ArrayList<Problem>();
        var create =
                bulk
                        ? new CreateItems(code, bulkEntries(body, problems))
                        : single(me, code, body, problems);
        FieldsReader.requireNone(problems, keeper.seenBy(me), create);
        var saved = gateway.submit(me, create);
        var made =
                saved.items().stream()
                        .map(key -> ItemJson.of(saved.accepted().after(), key))
                        .toList();
        var answer = written(saved, HttpStatus.CREATED);
        return bulk
                ? answer.body(new Page<>(made, null))
                : answer.location(URI.create("/api/v1/items/" + made.getFirst().key()))
                        .eTag(Long.toString(made.getFirst().version()))
                        .body(made.getFirst());
    }

    @GetMapping("/items/{key}")
    @Operation(summary = "One item")
    ResponseEntity<ItemJson> get(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        return item(ResponseEntity.ok(), snapshot, Lookups.node(snapshot, key));
    }

    @Operation(summary = "Change fields of an item (RFC 7396); If-Match guards against others")
    @PatchMapping(
            path = "/items/{key}",
            consumes = {"application/merge-patch+json", "application/json"})
    ResponseEntity<ItemJson> patch(
            @PathVariable String key,
            @RequestBody JsonNode body,
            @RequestHeader(name = "If-Match", required = false) @Nullable String ifMatch,
            @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.node(keeper.seenBy(me), key).item().key();
        var reader = new FieldsReader(Problem.SINGLE).read(body, Set.of());
        var edit = EditItems.naming(keeper.seenBy(me), List.of(item), reader.fields());
        FieldsReader.requireNone(reader.problems(), keeper.seenBy(me), edit);
        var saved = gateway.submit(me, edit, seen(item, ifMatch));
        return item(
                written(saved, HttpStatus.OK),
                saved.accepted().after(),
                saved.accepted().after().requireNode(item));
    }

    @PostMapping("/items/{key}/move")
    @Operation(
            summary = "Move an item",
            description =
                    "parent: a key or null; before or after: a key, or position: from 1 among the"
                            + " product's items of its level, or to: first or last; each part"
                            + " optional.")
    ResponseEntity<ItemJson> move(
            @PathVariable String key,
            @RequestBody JsonNode body,
            @RequestHeader(name = "If-Match", required = false) @Nullable String ifMatch,
            @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.node(keeper.seenBy(me), key).item().key();
        var move = MoveReader.read(item, body);
        var saved = gateway.submit(me, move, seen(item, ifMatch));
        return item(
                written(saved, HttpStatus.OK),
                saved.accepted().after(),
                saved.accepted().after().requireNode(item));
    }

    @DeleteMapping("/items/{key}")
    @Operation(summary = "Delete an item; children=delete or children=up says what becomes of them")
    ResponseEntity<Void> delete(
            @PathVariable String key,
            @RequestParam(required = false) @Nullable String children,
            @RequestHeader(name = "If-Match", required = false) @Nullable String ifMatch,
            @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.node(keeper.seenBy(me), key).item().key();
        var choice =
                switch (children == null ? "" : children) {
                    case "" -> Children.REFUSE;
                    case "delete" -> Children.DELETE;
                    case "up" -> Children.UP;
                    default ->
                            throw new Failure.Invalid(
                                    Problems.of("children", "Children are “delete” or “up”."));
                };
        var saved = gateway.submit(me, new DeleteItems(List.of(item), choice), seen(item, ifMatch));
        return written(saved, HttpStatus.NO_CONTENT).build();
    }

    @GetMapping("/items/{key}/rollup")
    @Operation(summary = "The figures of an item with everything under it")
    RollUpJson rollUp(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        var node = Lookups.node(keeper.seenBy(me), key);
        return RollUpJson.of(node.item(), node.rollUp());
    }

    @GetMapping("/items/{key}/history")
    @Operation(summary = "An item's changes, the newest operation first")
    Page<ChangeJson> history(
            @PathVariable String key,
            @RequestParam(required = false) @Nullable String cursor,
            @RequestParam(defaultValue = "" + Page.DEFAULT_LIMIT) int limit,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var item = Lookups.node(snapshot, key).item().key();
        Page.requireLimit(limit);
        var logged = log.history(item, Cursors.point(cursor), limit + 1);
        var shown = logged.subList(0, Math.min(limit, logged.size()));
        return new Page<>(
                shown.stream()
                        .filter(one -> ChangeWords.isSeen(snapshot, one.change()))
                        .filter(one -> reading.isTold(snapshot, one.change()))
                        .map(ItemsApi::json)
                        .toList(),
                logged.size() > limit ? Cursors.of(shown.getLast().point()) : null);
    }

    private static ChangeJson json(Logged logged) {
        var change = logged.change();
        return new ChangeJson(
                logged.point().operation(),
                logged.at(),
                logged.actor(),
                change.field().label(),
                change.textBefore(),
                change.textAfter());
    }

    /** One item; from a template only where one is named. */
    private CreateItems single(SignedIn me, String code, JsonNode body, List<Problem> problems) {
        var reader = new FieldsReader(Problem.SINGLE).read(body, Set.of("template"));
        problems.addAll(reader.problems());
        var template = text(body, "template");
        return Beginnings.of(
                        keeper.seenBy(me),
                        code,
                        reader.fields(),
                        new Target.Stay(),
                        template == null ? Beginnings.PLAIN : template)
                .create();
    }

    private static List<NewItem> bulkEntries(JsonNode body, List<Problem> problems) {
        body.propertyNames().stream()
                .filter(name -> !name.equals("items"))
                .forEach(name ->
                        problems.add(
                                new Problem(
                                        name,
                                        "There is no field “%s” beside items.".formatted(name))));
        var items = body.path("items");
        if (!items.isArray()) {
            problems.add(new Problem("items", "Items are a list."));
        }
        var entries = new ArrayList<NewItem>();
        for (var json : items) {
            var reader = new FieldsReader(entries.size()).read(json, BESIDES);
            problems.addAll(reader.problems());
            entries.add(
                    new NewItem(
                            text(json, "ref"),
                            text(json, "parentRef"),
                            reader.fields(),
                            new Target.Stay()));
        }
        return entries;
    }

    private static @Nullable String text(JsonNode json, String name) {
        var value = json.path(name);
        return value.isMissingNode() || value.isNull() ? null : value.asString();
    }

    private static @Nullable SeenVersion seen(ItemKey item, @Nullable String ifMatch) {
        if (ifMatch == null || ifMatch.equals("*")) {
            return null;
        }
        var version = ifMatch.replaceFirst("^W/", "").replace("\"", "").strip();
        if (!version.matches("\\d{1,18}")) {
            throw new Failure.Invalid(
                    Problems.of("If-Match", "If-Match holds a version, such as \"3\"."));
        }
        return new SeenVersion(item, Long.parseLong(version));
    }

    private static ResponseEntity<ItemJson> item(BodyBuilder answer, Snapshot snapshot, Node node) {
        return answer.eTag(Long.toString(node.item().version()))
                .body(ItemJson.of(snapshot, node.item()));
    }

    public static BodyBuilder written(Saved saved, HttpStatus status) {
        var answer = ResponseEntity.status(status);
        return saved.operation() == 0
                ? answer
                : answer.header("Operation-Id", Long.toString(saved.operation()));
    }
}
