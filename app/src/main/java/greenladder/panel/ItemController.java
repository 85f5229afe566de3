package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Node;
import greenladder.item.LadderKeeper;
import greenladder.item.Rights;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.List;
import java.util.Locale;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** The parts of an item that open in place: the form for one field, and the menu. */
@Controller
class ItemController {
    private final LadderKeeper keeper;
    private final Rights rights;

    /**
     * What the menu offers.
     *
     * @param position the item's place, from 1, among the {@code last} of its level
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
            String threadUrl,
            String pageUrl,
            List<FieldForm.Option> states) {}

    ItemController(LadderKeeper keeper, Rights rights) {
        this.keeper = keeper;
        this.rights = rights;
    }

    @GetMapping("/items/{key}/edit/{field}")
    String edit(
            @PathVariable String key,
            @PathVariable String field,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var item = require(key).item();
        var known =
                Field.findEditable(field)
                        .orElseThrow(() ->
                                new Failure.NotFound("There is no field “%s”.".formatted(field)));
        if (!rights.mayEdit(me, item, known)) {
            throw new Failure.Forbidden("You may not change this.");
        }
        model.addAttribute("form", FieldForm.of(keeper.current(), item, known));
        return "shared/field-form :: form";
    }

    @GetMapping("/items/{key}/menu")
    String menu(@PathVariable String key, @AuthenticationPrincipal SignedIn me, Model model) {
        var node = require(key);
        model.addAttribute("menu", menu(node, me));
        return "shared/item-menu :: menu";
    }

    private Menu menu(Node node, SignedIn me) {
        var item = node.item();
        var ladder = keeper.current();
        var key = item.key();
        return new Menu(
                key.toString(),
                item.title(),
                rights.mayEdit(me, item, Field.TITLE),
                rights.mayEdit(me, item, Field.STATE),
                rights.mayShape(me, key.product(), item.level()),
                !node.children().isEmpty(),
                ladder.position(item),
                ladder.orderOf(key.product(), item.level()).size(),
                item.level().plural().toLowerCase(Locale.ROOT),
                "/" + key.product() + "/threads?item=" + key,
                "/items/" + key,
                FieldForm.of(ladder, item, Field.STATE).options());
    }

    private Node require(String text) {
        return ItemKey.parse(text)
                .flatMap(keeper.current()::findNode)
                .orElseThrow(() -> new Failure.NotFound("There is no item %s.".formatted(text)));
    }
}
