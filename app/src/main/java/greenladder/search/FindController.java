package greenladder.search;

import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Ladder;
import greenladder.core.ladder.Node;
import greenladder.item.LadderKeeper;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Goes to an item by its key, or finds it by words of its title. */
@Controller
class FindController {
    private static final int MOST = 12;

    private final LadderKeeper keeper;

    record Hit(String key, String title, String level, String url) {}

    FindController(LadderKeeper keeper) {
        this.keeper = keeper;
    }

    @GetMapping("/find")
    String find(@RequestParam(defaultValue = "") String q, Model model) {
        var text = q.strip();
        model.addAttribute("text", text);
        model.addAttribute("hits", text.isEmpty() ? List.of() : hits(keeper.current(), text));
        return "search/hits :: hits";
    }

    private static List<Hit> hits(Ladder ladder, String text) {
        var hits = new ArrayList<Hit>();
        ItemKey.parse(text).flatMap(ladder::findItem).ifPresent(item -> hits.add(hit(item)));
        var words = Arrays.stream(text.toLowerCase(Locale.ROOT).split("\\s+")).toList();
        for (var product : ladder.products()) {
            for (var level : product.levels().all()) {
                for (Node node : ladder.level(product, level)) {
                    var title = node.item().title().toLowerCase(Locale.ROOT);
                    if (hits.size() < MOST && words.stream().allMatch(title::contains)) {
                        hits.add(hit(node.item()));
                    }
                }
            }
        }
        return hits;
    }

    private static Hit hit(Item item) {
        var key = item.key();
        return new Hit(
                key.toString(),
                item.title(),
                item.level().name(),
                "/" + key.product() + "/ladder?at=" + key + "&panel=1");
    }
}
