package greenladder.api.items;

import greenladder.api.ApiProblems;
import greenladder.api.ItemJson;
import greenladder.core.edit.CreateItems;
import greenladder.core.text.Outline;
import greenladder.core.text.OutlineReader;
import greenladder.core.text.OutlineWriter;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Trees from text, and text from trees. */
@RestController
@RequestMapping("/api/v1/products/{code}/outline")
@Tag(name = "Items")
class OutlineApi {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;

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

    OutlineApi(SnapshotKeeper keeper, CommandGateway gateway) {
        this.keeper = keeper;
        this.gateway = gateway;
    }

    @PostMapping
    @Operation(
            summary = "Add a tree from text",
            description =
                    "text: a list with indents, bullets, numbers or boxes; under: a key or null;"
                            + " level: of what stands at its top; dryRun: only say how it is read.")
    ResponseEntity<OutlineJson> write(
            @PathVariable String code,
            @RequestBody OutlineBody body,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var under = body.under() == null ? null : Lookups.node(snapshot, body.under()).item();
        var top =
                body.level() == null
                        ? under == null
                                ? product.levels().top()
                                : product.levels().below(under.level()).orElse(under.level())
                        : product.levels()
                                .find(body.level())
                                .orElseThrow(() ->
                                        ApiProblems.invalid(
                                                "level",
                                                "There is no level “%s”.".formatted(body.level())));
        var outline =
                OutlineReader.read(
                        Objects.requireNonNullElse(body.text(), ""),
                        product.levels(),
                        top,
                        product.refining().scale().unit(),
                        snapshot.workspace().peopleAtWork());
        if (outline.refusal() != null) {
            throw ApiProblems.invalid("text", outline.refusal());
        }
        if (Boolean.TRUE.equals(body.dryRun())) {
            return ResponseEntity.ok(json(outline, List.of()));
        }
        var saved =
                gateway.submit(
                        me,
                        new CreateItems(
                                code, outline.toEntries(under == null ? null : under.key())));
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .body(json(outline, StructureApi.jsons(saved)));
    }

    @GetMapping(produces = "text/plain;charset=UTF-8")
    @Operation(summary = "Subtrees as text, which the same call reads as the same tree")
    String text(
            @PathVariable String code,
            @RequestParam(defaultValue = "") List<String> key,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var nodes =
                key.isEmpty()
                        ? snapshot.roots(code)
                        : key.stream().map(one -> Lookups.node(snapshot, one)).toList();
        return OutlineWriter.write(nodes, product.levels());
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
}
