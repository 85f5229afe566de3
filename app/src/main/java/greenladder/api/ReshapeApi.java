package greenladder.api;

import greenladder.core.change.Command;
import greenladder.core.change.Command.ChangeLevel.Misfits;
import greenladder.core.change.Command.Part;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.ItemKey;
import greenladder.core.text.Outline;
import greenladder.core.text.OutlineReader;
import greenladder.core.text.OutlineWriter;
import greenladder.files.FileStore;
import greenladder.item.Door;
import greenladder.item.Door.Saved;
import greenladder.item.LadderKeeper;
import greenladder.item.Rights;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What breaking down needs beyond single fields: text to trees, split, merge, levels, files. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Items")
class ReshapeApi {
    private final LadderKeeper keeper;
    private final Door door;
    private final FileStore files;
    private final Rights rights;

    record SplitBody(
            @Nullable List<PartBody> parts,
            @Nullable Boolean keepOriginal,
            @Nullable String originalSize) {}

    /**
     * @param children keys of children that go to the part
     * @param criteria acceptance criteria that go to it, from 0
     */
    record PartBody(
            @Nullable String title,
            @Nullable String size,
            @Nullable List<String> children,
            @Nullable List<Integer> criteria) {

        Part toPart() {
            return new Part(
                    Objects.requireNonNullElse(title, ""),
                    Objects.requireNonNullElse(size, ""),
                    Objects.requireNonNullElse(children, List.<String>of()).stream()
                            .map(one -> key("children", one))
                            .toList(),
                    Objects.requireNonNullElse(criteria, List.of()));
        }
    }

    record MergeBody(@Nullable String into) {}

    record LevelBody(@Nullable String level, @Nullable String misfits) {}

    record GatherBody(
            @Nullable List<String> items,
            @Nullable String title,
            @Nullable String level,
            @Nullable String parent) {}

    record PromoteBody(@Nullable Integer line, @Nullable String text, @Nullable String level) {}

    record OutlineBody(
            @Nullable String text,
            @Nullable String under,
            @Nullable String level,
            @Nullable Boolean dryRun) {}

    record LineJson(
            int line,
            int depth,
            String level,
            String kind,
            String title,
            boolean done,
            @Nullable Integer parent,
            @Nullable String remark) {}

    record SkippedJson(int line, String text) {}

    record OutlineJson(List<LineJson> lines, List<SkippedJson> skipped, List<ItemJson> items) {}

    ReshapeApi(LadderKeeper keeper, Door door, FileStore files, Rights rights) {
        this.keeper = keeper;
        this.door = door;
        this.files = files;
        this.rights = rights;
    }

    @PostMapping("/items/{key}/split")
    @Operation(
            summary = "Split an item into parts",
            description =
                    "The parts come behind it, under its parent. keepOriginal (default true) keeps"
                            + " it as one of them, with originalSize; else it is dropped.")
    ResponseEntity<Page<ItemJson>> split(
            @PathVariable String key,
            @RequestBody SplitBody body,
            @AuthenticationPrincipal SignedIn me) {
        var item = requireItem(key);
        return items(
                door.submit(
                        me,
                        new Command.Split(
                                item,
                                Objects.requireNonNullElse(body.parts(), List.<PartBody>of())
                                        .stream()
                                        .map(PartBody::toPart)
                                        .toList(),
                                !Boolean.FALSE.equals(body.keepOriginal()),
                                body.originalSize())),
                HttpStatus.CREATED);
    }

    @PostMapping("/items/{key}/merge")
    @Operation(summary = "Merge an item into another one, which stays: {into: key}")
    ResponseEntity<Page<ItemJson>> merge(
            @PathVariable String key,
            @RequestBody MergeBody body,
            @AuthenticationPrincipal SignedIn me) {
        return items(
                door.submit(
                        me,
                        new Command.Merge(
                                key("into", Objects.requireNonNullElse(body.into(), "")),
                                requireItem(key))),
                HttpStatus.OK);
    }

    @PostMapping("/items/{key}/level")
    @Operation(
            summary = "Put an item on another level",
            description =
                    "misfits says what becomes of children that would not stand below it: refuse"
                            + " (default), beside or down.")
    ResponseEntity<Page<ItemJson>> level(
            @PathVariable String key,
            @RequestBody LevelBody body,
            @AuthenticationPrincipal SignedIn me) {
        var wanted = Objects.requireNonNullElse(body.misfits(), "refuse");
        var misfits =
                Arrays.stream(Misfits.values())
                        .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(wanted))
                        .findFirst()
                        .orElseThrow(
                                () -> invalid("misfits", "Misfits are refuse, beside or down."));
        return items(
                door.submit(
                        me,
                        new Command.ChangeLevel(
                                List.of(requireItem(key)),
                                Objects.requireNonNullElse(body.level(), ""),
                                misfits)),
                HttpStatus.OK);
    }

    @PostMapping("/items/{key}/checklist/grow")
    @Operation(
            summary = "Make a line of the checklist a child: {line: from 0, text, level}",
            description = "The child ticks the line when it is done.")
    ResponseEntity<Page<ItemJson>> grow(
            @PathVariable String key,
            @RequestBody PromoteBody body,
            @AuthenticationPrincipal SignedIn me) {
        var item = requireItem(key);
        int at = Objects.requireNonNullElse(body.line(), 0);
        var lines = keeper.current().requireNode(item).item().details().checklist().all();
        var text =
                body.text() != null
                        ? body.text()
                        : at >= 0 && at < lines.size() ? lines.get(at).text() : "";
        return items(
                door.submit(
                        me,
                        new Command.Promote(
                                item, at, text, Objects.requireNonNullElse(body.level(), ""))),
                HttpStatus.CREATED);
    }

    @PostMapping("/products/{code}/gather")
    @Operation(summary = "Put items under a new parent: {items, title, level, parent}")
    ResponseEntity<Page<ItemJson>> gather(
            @PathVariable String code,
            @RequestBody GatherBody body,
            @AuthenticationPrincipal SignedIn me) {
        ProductsApi.require(keeper.current(), code);
        var parent = new HashMap<String, String>();
        parent.put("title", Objects.requireNonNullElse(body.title(), ""));
        parent.put("level", Objects.requireNonNullElse(body.level(), ""));
        if (body.parent() != null) {
            parent.put("parent", body.parent());
        }
        var keys =
                Objects.requireNonNullElse(body.items(), List.<String>of()).stream()
                        .map(one -> key("items", one))
                        .toList();
        return items(door.submit(me, new Command.Gather(keys, parent)), HttpStatus.CREATED);
    }

    @PostMapping("/products/{code}/outline")
    @Operation(
            summary = "Add a tree from text",
            description =
                    "text: a list with indents, bullets, numbers or boxes; under: a key or null;"
                            + " level: of what stands at its top; dryRun: only say how it is read.")
    ResponseEntity<OutlineJson> write(
            @PathVariable String code,
            @RequestBody OutlineBody body,
            @AuthenticationPrincipal SignedIn me) {
        var ladder = keeper.current();
        var product = ProductsApi.require(ladder, code);
        var under =
                body.under() == null ? null : ladder.requireNode(requireItem(body.under())).item();
        var top =
                body.level() == null
                        ? under == null
                                ? product.levels().top()
                                : product.levels().below(under.level()).orElse(under.level())
                        : product.levels()
                                .find(body.level())
                                .orElseThrow(() ->
                                        invalid(
                                                "level",
                                                "There is no level “%s”.".formatted(body.level())));
        var outline =
                OutlineReader.read(
                        Objects.requireNonNullElse(body.text(), ""), product.levels(), top);
        if (outline.refusal() != null) {
            throw invalid("text", outline.refusal());
        }
        if (Boolean.TRUE.equals(body.dryRun())) {
            return ResponseEntity.ok(json(outline, List.of()));
        }
        var saved =
                door.submit(
                        me,
                        new Command.Create(
                                code, outline.toEntries(under == null ? null : under.key())));
        return ItemsApi.written(saved, HttpStatus.CREATED).body(json(outline, jsons(saved)));
    }

    @GetMapping(value = "/products/{code}/outline", produces = "text/plain;charset=UTF-8")
    @Operation(summary = "Subtrees as text, which the same call reads as the same tree")
    String text(@PathVariable String code, @RequestParam(defaultValue = "") List<String> key) {
        var ladder = keeper.current();
        var product = ProductsApi.require(ladder, code);
        var nodes =
                key.isEmpty()
                        ? ladder.roots(code)
                        : key.stream().map(one -> ladder.requireNode(requireItem(one))).toList();
        return OutlineWriter.write(nodes, product.levels());
    }

    @PostMapping("/items/{key}/attachments")
    @Operation(summary = "Attach the body of the call as a file called name, up to 20 MB")
    ResponseEntity<Page<ItemJson>> attach(
            @PathVariable String key,
            @RequestParam String name,
            HttpServletRequest request,
            @AuthenticationPrincipal SignedIn me)
            throws IOException {
        var item = requireItem(key);
        var node = keeper.current().requireNode(item);
        if (!rights.mayEdit(me, node.item(), greenladder.core.item.Field.ATTACHMENTS)) {
            throw new Failure.Forbidden("You may not attach files here.");
        }
        var file = files.keep(me, name, request.getInputStream());
        return items(door.submit(me, new Command.Attach(item, file)), HttpStatus.CREATED);
    }

    @GetMapping("/items/{key}/attachments/{id}")
    @Operation(summary = "The content of an attached file")
    ResponseEntity<Resource> attachment(@PathVariable String key, @PathVariable String id) {
        var item = keeper.current().requireNode(requireItem(key)).item();
        var content =
                item.details().attachments().stream()
                        .filter(file -> file.id().equals(id))
                        .findFirst()
                        .flatMap(file -> files.find(file.id()))
                        .orElseThrow(() -> new Failure.NotFound("There is no such file."));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .contentLength(content.bytes())
                .body(new FileSystemResource(content.path()));
    }

    @DeleteMapping("/items/{key}/attachments/{id}")
    @Operation(summary = "Take a file off an item")
    ResponseEntity<Void> detach(
            @PathVariable String key,
            @PathVariable String id,
            @AuthenticationPrincipal SignedIn me) {
        var saved = door.submit(me, new Command.Detach(requireItem(key), id));
        return ItemsApi.written(saved, HttpStatus.NO_CONTENT).build();
    }

    private static OutlineJson json(Outline outline, List<ItemJson> items) {
        return new OutlineJson(
                outline.lines().stream()
                        .map(line ->
                                new LineJson(
                                        line.number(),
                                        line.depth(),
                                        line.level().key(),
                                        line.kind(),
                                        line.title(),
                                        line.done(),
                                        line.parent(),
                                        line.remark().isEmpty() ? null : line.remark()))
                        .toList(),
                outline.skipped().stream()
                        .map(line -> new SkippedJson(line.number(), line.text()))
                        .toList(),
                items);
    }

    private static List<ItemJson> jsons(Saved saved) {
        var after = saved.accepted().after();
        return saved.items().stream().map(one -> ItemJson.of(after, one)).toList();
    }

    private static ResponseEntity<Page<ItemJson>> items(Saved saved, HttpStatus status) {
        return ItemsApi.written(saved, status).body(new Page<>(jsons(saved), null));
    }

    private ItemKey requireItem(String text) {
        return ItemsApi.require(keeper.current(), text).item().key();
    }

    private static ItemKey key(String field, String text) {
        return ItemKey.parse(text)
                .orElseThrow(() -> invalid(field, "“%s” is no item's key.".formatted(text)));
    }

    private static Failure.Invalid invalid(String field, @Nullable String message) {
        return new Failure.Invalid(
                new Problems(List.of(new Problem(field, Objects.requireNonNullElse(message, "")))));
    }
}
