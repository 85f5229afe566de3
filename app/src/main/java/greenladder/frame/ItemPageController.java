package greenladder.frame;

import greenladder.core.item.Item;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.ModelMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;

/** An item on a page of its own. */
@Controller
class ItemPageController {
    private final SnapshotKeeper keeper;
    private final ItemPanels panels;
    private final Frames frames;

    ItemPageController(SnapshotKeeper keeper, ItemPanels panels, Frames frames) {
        this.keeper = keeper;
        this.panels = panels;
        this.frames = frames;
    }

    @GetMapping("/items/{key}")
    String page(
            @PathVariable String key,
            @AuthenticationPrincipal SignedIn me,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            ModelMap model) {
        var asked = Lookups.key(key);
        var found = keeper.seenBy(me).findItem(asked);
        if (found.isEmpty()) {
            return keeper.seenBy(me)
                    .findMergedInto(asked)
                    .map(into -> "redirect:/items/" + into.key())
                    .orElseThrow(() -> new Failure.NotFound("There is no item %s.".formatted(key)));
        }
        var item = found.get();
        var product = keeper.seenBy(me).requireProduct(item.key().product());
        // The frame before the panel: what changes after it is told by the stream.
        model.addAttribute("frame", frames.of(me, product, item.key() + " " + item.title()));
        model.addAttribute(
                "panel", panels.of(item.key(), me, (Item other) -> "/items/" + other.key()));
        model.addAttribute("ladderUrl", View.LADDER.url(product.code()) + "?at=" + item.key());
        return Screen.drawn("frame/item-page", fragment, model);
    }
}
