package greenladder.panel;

import greenladder.core.item.CustomField;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.product.Factor;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import greenladder.words.FieldFit;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The parts of an item that open in place: the form for one field, and the menu. */
@Controller
class ItemController {
    private static final List<Field> SETTABLE =
            List.of(
                    Field.SIZE,
                    Field.HOURS_REMAINING,
                    Field.ASSIGNEE,
                    Field.TEAM,
                    Field.SPRINT,
                    Field.RELEASE,
                    Field.LABELS,
                    Field.CANDIDATE,
                    Field.VALUE,
                    Field.KIND,
                    Field.START,
                    Field.FINISH);

    private final SnapshotKeeper keeper;
    private final Rights rights;

    /**
     * What the menu offers.
     *
     * @param position the item's place, from 1, among the {@code last} of the list in which it was
     *     asked for: those beside it, or all of its level
     */
    record Menu(
            String key,
            String title,
            boolean mayRename,
            boolean mayWork,
            boolean mayMove,
            boolean hasChildren,
            int position,
            int last,
            String levels,
            boolean amongSiblings,
            String threadUrl,
            String pageUrl,
            List<FieldForm.Option> states,
            List<FieldForm.Option> fields,
            List<FieldForm.Option> levelChoices,
            List<FieldForm.Option> parentLevels,
            boolean maySplit,
            List<FieldForm.Option> bands,
            String agenda) {}

    ItemController(SnapshotKeeper keeper, Rights rights) {
        this.keeper = keeper;
        this.rights = rights;
    }

    @GetMapping("/items/{key}/edit/{field}")
    String edit(
            @PathVariable String key,
            @PathVariable String field,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var item = require(me, key).item();
        var known =
                Field.findEditable(field)
                        .orElseThrow(() ->
                                new Failure.NotFound("There is no field “%s”.".formatted(field)));
        if (!rights.mayEdit(me, item, known)) {
            throw new Failure.Forbidden("You cannot change this.");
        }
        model.addAttribute("form", FieldForm.of(keeper.seenBy(me), item, known));
        return "shared/field-form :: form";
    }

    @GetMapping("/items/{key}/menu")
    String menu(
            @PathVariable String key,
            @RequestParam(defaultValue = "false") boolean siblings,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var node = require(me, key);
        model.addAttribute("menu", menu(node, siblings, me));
        return "shared/item-menu :: menu";
    }

    private Menu menu(Node node, boolean amongSiblings, SignedIn me) {
        var item = node.item();
        var snapshot = keeper.seenBy(me);
        var key = item.key();
        var places = amongSiblings ? SiblingPlaces.of(snapshot, item) : List.<ItemKey>of();
        return new Menu(
                key.toString(),
                item.title(),
                rights.mayEdit(me, item, Field.TITLE),
                rights.mayEdit(me, item, Field.STATE),
                rights.mayShape(me, key.product(), item.level()),
                !node.children().isEmpty(),
                amongSiblings ? places.indexOf(key) + 1 : snapshot.position(item),
                amongSiblings
                        ? places.size()
                        : snapshot.orderOf(key.product(), item.level()).size(),
                amongSiblings ? "here" : item.level().plural().toLowerCase(Locale.ROOT),
                amongSiblings,
                "/" + key.product() + "/threads?item=" + key,
                "/items/" + key,
                FieldForm.of(snapshot, item, Field.STATE).options(),
                settable(snapshot, item, me),
                FieldForm.of(snapshot, item, Field.LEVEL).options(),
                levelsAbove(snapshot, item),
                item.level().index() > 0,
                item.level().carriesPoints()
                        ? FieldForm.of(snapshot, item, Field.BAND).options()
                        : List.of(),
                Objects.requireNonNullElse(item.details().refinement().agenda(), ""));
    }

    /** The fields that can be set on several items at once. */
    private List<FieldForm.Option> settable(Snapshot snapshot, Item item, SignedIn me) {
        var product = snapshot.requireProduct(item.key().product());
        return Stream.of(
                        SETTABLE.stream(),
                        product.refining().factors().stream().map(Factor::field),
                        product.describedFields().stream().map(CustomField::field))
                .flatMap(fields -> fields)
                .filter(field -> rights.mayEdit(me, item, field))
                .filter(field -> FieldFit.fits(snapshot, item, field))
                .filter(field ->
                        item.level().carriesPoints()
                                ? field != Field.HOURS_REMAINING
                                : field != Field.SIZE && field != Field.VALUE)
                .map(field ->
                        new FieldForm.Option(
                                field.label(), FieldForm.of(snapshot, item, field).label(), false))
                .toList();
    }

    private static List<FieldForm.Option> levelsAbove(Snapshot snapshot, Item item) {
        return snapshot.requireProduct(item.key().product()).levels().all().stream()
                .filter(level -> level.isAbove(item.level()))
                .map(level ->
                        new FieldForm.Option(
                                level.key(),
                                level.name().toLowerCase(Locale.ROOT),
                                level.index() == item.level().index() - 1))
                .toList();
    }

    /** A control for one field, without a form around it. */
    @GetMapping("/items/{key}/control/{field}")
    String control(
            @PathVariable String key,
            @PathVariable String field,
            Model model,
            @AuthenticationPrincipal SignedIn me) {
        var item = require(me, key).item();
        var known =
                Field.findEditable(field)
                        .orElseThrow(() ->
                                new Failure.NotFound("There is no field “%s”.".formatted(field)));
        model.addAttribute("form", FieldForm.of(keeper.seenBy(me), item, known).emptied());
        return "shared/field-form :: control";
    }

    private Node require(SignedIn me, String text) {
        return ItemKey.parse(text)
                .flatMap(keeper.seenBy(me)::findNode)
                .orElseThrow(() -> new Failure.NotFound("There is no item %s.".formatted(text)));
    }
}
