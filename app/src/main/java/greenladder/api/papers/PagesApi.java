package greenladder.api.papers;

import greenladder.api.ApiProblems;
import greenladder.api.BodyReader;
import greenladder.api.Page;
import greenladder.api.items.ItemsApi;
import greenladder.core.papers.Document;
import greenladder.core.papers.Document.Kind;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.ItemsOfPassages;
import greenladder.core.trace.KeepPaper;
import greenladder.core.trace.RemarkOn;
import greenladder.core.trace.RemovePaper;
import greenladder.core.trace.WritePassage;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.net.URI;
import java.time.Instant;
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
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Pages beside items, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Pages")
class PagesApi {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;

    PagesApi(SnapshotKeeper keeper, CommandGateway gateway) {
        this.keeper = keeper;
        this.gateway = gateway;
    }

    /**
     * @param kind heading, text or line
     * @param item what was made of it; null where nothing was, or it is gone
     */
    record PassageJson(
            int number,
            String kind,
            String text,
            @Nullable String item,
            List<RemarkJson> remarks) {}

    record RemarkJson(int number, String by, Instant at, String text, boolean settled) {
        static RemarkJson of(Document.Remark remark) {
            return new RemarkJson(
                    remark.number(), remark.who(), remark.at(), remark.text(), remark.settled());
        }
    }

    record PageJson(String id, String name, String item, List<PassageJson> passages) {
        static PageJson of(Snapshot snapshot, Document page) {
            return new PageJson(
                    page.key(),
                    page.name(),
                    page.item().toString(),
                    page.passages().stream()
                            .map(passage ->
                                    new PassageJson(
                                            passage.number(),
                                            passage.kind().key(),
                                            passage.text(),
                                            made(snapshot, passage.made()),
                                            page.remarks().stream()
                                                    .filter(remark ->
                                                            remark.passage() == passage.number())
                                                    .map(RemarkJson::of)
                                                    .toList()))
                            .toList());
        }

        private static @Nullable String made(Snapshot snapshot, @Nullable ItemKey item) {
            return item == null || snapshot.findItem(item).isEmpty() ? null : item.toString();
        }
    }

    @GetMapping("/items/{key}/pages")
    @Operation(summary = "The pages beside an item")
    Page<PageJson> pages(@PathVariable String key, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var item = Lookups.node(snapshot, key).item().key();
        return new Page<>(
                snapshot.workspace().papers().pagesOf(item).stream()
                        .map(page -> PageJson.of(snapshot, page))
                        .toList(),
                null);
    }

    @GetMapping("/pages/{id}")
    @Operation(summary = "One page with its passages and what was said of them")
    PageJson page(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return PageJson.of(keeper.seenBy(me), find(me, id));
    }

    private Document find(SignedIn me, String id) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.DOCUMENT, id, Document.class);
    }

    @PostMapping("/items/{key}/pages")
    @Operation(summary = "Put a page beside an item", description = "name")
    ResponseEntity<PageJson> add(
            @PathVariable String key,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var item = Lookups.node(keeper.seenBy(me), key).item().key();
        var reader = new BodyReader(body, Set.of("name"));
        var name = Objects.requireNonNullElse(reader.text("name"), "");
        reader.requireNone();
        var page = new Document("", item.product(), name, item, List.of(), List.of());
        var saved = gateway.submit(me, new KeepPaper(page));
        var id = saved.plans().getFirst().subject().key();
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .location(URI.create("/api/v1/pages/" + id))
                .body(PageJson.of(keeper.seenBy(me), find(me, id)));
    }

    @PostMapping("/pages/{id}/passages")
    @Operation(
            summary = "Write new passages",
            description =
                    "text: a passage for each part between empty lines; kind: heading, text or"
                            + " line; after: the number of a passage (at the end)")
    ResponseEntity<PageJson> addPassages(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var reader = new BodyReader(body, Set.of("text", "kind", "after"));
        var text = Objects.requireNonNullElse(reader.text("text"), "");
        var kind = kind(reader);
        var after = Objects.requireNonNullElse(reader.whole("after"), 0);
        reader.requireNone();
        return written(
                me,
                id,
                gateway.submit(
                        me, new WritePassage(find(me, id).key(), 0, after, kind, text, null)));
    }

    @PutMapping("/pages/{id}/passages/{number}")
    @Operation(
            summary = "Write a passage anew; a blank one is taken away",
            description =
                    "text; kind; seen: what stood there, so that nobody's words are overwritten")
    ResponseEntity<PageJson> write(
            @PathVariable String id,
            @PathVariable int number,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var reader = new BodyReader(body, Set.of("text", "kind", "seen"));
        var text = Objects.requireNonNullElse(reader.text("text"), "");
        var kind = kind(reader);
        var seen = reader.text("seen");
        reader.requireNone();
        if (number < 1) {
            throw ApiProblems.invalid("number", "Passages are numbered from 1.");
        }
        return written(
                me,
                id,
                gateway.submit(
                        me, new WritePassage(find(me, id).key(), number, 0, kind, text, seen)));
    }

    private static Kind kind(BodyReader reader) {
        var kind = Objects.requireNonNullElse(reader.text("kind"), Kind.TEXT.key());
        if (Kind.find(kind).isEmpty()) {
            reader.problem("kind", "There are: heading, text, line.");
        }
        return Kind.find(kind).orElse(Kind.TEXT);
    }

    @PostMapping("/pages/{id}/remarks")
    @Operation(
            summary = "Say something of a passage, or settle what was said",
            description = "passage: its number; text; or remark: the number of what is settled")
    ResponseEntity<PageJson> remark(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var reader = new BodyReader(body, Set.of("passage", "text", "remark"));
        int passage = Objects.requireNonNullElse(reader.whole("passage"), 0);
        int remark = Objects.requireNonNullElse(reader.whole("remark"), 0);
        var text = Objects.requireNonNullElse(reader.text("text"), "");
        reader.requireNone();
        return written(
                me,
                id,
                gateway.submit(
                        me, new RemarkOn(find(me, id).key(), passage, remark, me.handle(), text)));
    }

    @PostMapping("/pages/{id}/items")
    @Operation(
            summary = "Make items of passages, which link back",
            description = "passages: their numbers; level")
    ResponseEntity<PageJson> items(
            @PathVariable String id,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var reader = new BodyReader(body, Set.of("passages", "level"));
        var passages = reader.wholes("passages");
        var level = Objects.requireNonNullElse(reader.text("level"), "");
        reader.requireNone();
        return written(
                me,
                id,
                gateway.submit(me, new ItemsOfPassages(find(me, id).key(), passages, level)));
    }

    @DeleteMapping("/pages/{id}")
    @Operation(summary = "Take a page away")
    ResponseEntity<Void> remove(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var saved = gateway.submit(me, new RemovePaper(find(me, id).planKey()));
        return ItemsApi.written(saved, HttpStatus.NO_CONTENT).build();
    }

    private ResponseEntity<PageJson> written(SignedIn me, String id, Saved saved) {
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(PageJson.of(keeper.seenBy(me), find(me, id)));
    }
}
