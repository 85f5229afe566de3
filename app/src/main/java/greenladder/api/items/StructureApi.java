package greenladder.api.items;

import greenladder.api.ApiProblems;
import greenladder.api.ItemJson;
import greenladder.api.Page;
import greenladder.core.edit.ChangeLevel;
import greenladder.core.edit.ChangeLevel.Misfits;
import greenladder.core.edit.GatherItems;
import greenladder.core.edit.MergeItems;
import greenladder.core.edit.PromoteLine;
import greenladder.core.edit.SplitItem;
import greenladder.core.edit.SplitPart;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What breaking down needs beyond single fields: split, merge, levels, lines that grow. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Items")
class StructureApi {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;

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

        SplitPart toPart() {
            return new SplitPart(
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

    StructureApi(SnapshotKeeper keeper, CommandGateway gateway) {
        this.keeper = keeper;
        this.gateway = gateway;
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
        var item = requireItem(me, key);
        return items(
                gateway.submit(
                        me,
                        new SplitItem(
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
                gateway.submit(
                        me,
                        new MergeItems(
                                key("into", Objects.requireNonNullElse(body.into(), "")),
                                requireItem(me, key))),
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
                        .orElseThrow(() ->
                                ApiProblems.invalid(
                                        "misfits", "Misfits are refuse, beside or down."));
        return items(
                gateway.submit(
                        me,
                        new ChangeLevel(
                                List.of(requireItem(me, key)),
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
        var item = requireItem(me, key);
        int at = Objects.requireNonNullElse(body.line(), 0);
        var lines = keeper.seenBy(me).requireNode(item).item().details().checklist().all();
        var text =
                body.text() != null
                        ? body.text()
                        : at >= 0 && at < lines.size() ? lines.get(at).text() : "";
        return items(
                gateway.submit(
                        me,
                        new PromoteLine(
                                item, at, text, Objects.requireNonNullElse(body.level(), ""))),
                HttpStatus.CREATED);
    }

    @PostMapping("/products/{code}/gather")
    @Operation(summary = "Put items under a new parent: {items, title, level, parent}")
    ResponseEntity<Page<ItemJson>> gather(
            @PathVariable String code,
            @RequestBody GatherBody body,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.product(keeper.seenBy(me), code);
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
        return items(gateway.submit(me, new GatherItems(keys, parent)), HttpStatus.CREATED);
    }

    static List<ItemJson> jsons(Saved saved) {
        var after = saved.accepted().after();
        return saved.items().stream().map(one -> ItemJson.of(after, one)).toList();
    }

    static ResponseEntity<Page<ItemJson>> items(Saved saved, HttpStatus status) {
        return ItemsApi.written(saved, status).body(new Page<>(jsons(saved), null));
    }

    private ItemKey requireItem(SignedIn me, String text) {
        return Lookups.node(keeper.seenBy(me), text).item().key();
    }

    private static ItemKey key(String field, String text) {
        return ItemKey.parse(text)
                .orElseThrow(
                        () -> ApiProblems.invalid(field, "“%s” is no item's key.".formatted(text)));
    }
}
