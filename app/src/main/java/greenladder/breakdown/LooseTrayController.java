package greenladder.breakdown;

import greenladder.core.item.Item;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.RungMark;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The tray of loose items that stands beside a list of parents, found by text. */
@Controller
class LooseTrayController {
    private static final int MOST_SHOWN = 200;

    private final SnapshotKeeper keeper;

    /**
     * @param words how many there are
     */
    public record Tray(String product, String text, String words, List<LooseItem> items) {}

    public record LooseItem(String key, String title, int level, RungMark mark, String kind) {}

    LooseTrayController(SnapshotKeeper keeper) {
        this.keeper = keeper;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/loose")
    String tray(
            @PathVariable("product") String code,
            @RequestParam(defaultValue = "") String text,
            Model model,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var found = loose(snapshot, product).filter(item -> matches(item, text.strip())).toList();
        var words =
                found.size() > MOST_SHOWN
                        ? "the first %d of %,d".formatted(MOST_SHOWN, found.size())
                        : "%d found".formatted(found.size());
        model.addAttribute(
                "tray",
                new Tray(
                        code,
                        text,
                        words,
                        found.stream()
                                .limit(MOST_SHOWN)
                                .map(item -> looseItem(product, item))
                                .toList()));
        return "breakdown/loose-tray :: tray";
    }

    static Stream<Item> loose(Snapshot snapshot, Product product) {
        return snapshot.marked(Mark.LOOSE, product.code()).stream().map(Node::item);
    }

    /** Whether an item is meant by a part of its title or the beginning of its key. */
    static boolean matches(Item item, String text) {
        var wanted = text.toLowerCase(Locale.ROOT);
        return item.title().toLowerCase(Locale.ROOT).contains(wanted)
                || item.key().toString().toLowerCase(Locale.ROOT).startsWith(wanted);
    }

    private static LooseItem looseItem(Product product, Item item) {
        return new LooseItem(
                item.key().toString(),
                item.title(),
                item.level().index(),
                RungMark.of(product.levels(), item.level()),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind());
    }
}
