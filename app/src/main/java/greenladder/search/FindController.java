package greenladder.search;

import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Snapshot;
import greenladder.item.SnapshotKeeper;
import greenladder.panel.Answers;
import greenladder.people.Permission;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Goes to an item by its key, or finds it by words: of titles first, then of all its text. */
@Controller
class FindController {
    private static final int MOST = 12;

    private static final int LONGEST = 200;

    private final SnapshotKeeper keeper;
    private final FullText search;

    /**
     * @param where it was found, if not in the title
     */
    record Hit(String key, String title, String level, String where, String url) {}

    FindController(SnapshotKeeper keeper, FullText search) {
        this.keeper = keeper;
        this.search = search;
    }

    @GetMapping("/find")
    String find(@RequestParam(defaultValue = "") String q, Model model) {
        var text = bounded(q);
        model.addAttribute("text", text);
        model.addAttribute("hits", text.isEmpty() ? List.of() : hits(keeper.current(), text));
        return "search/hits :: hits";
    }

    /** Items by a part of their title, to choose from in a field. */
    @GetMapping("/find/items")
    String items(@RequestParam(defaultValue = "") String q, Model model) {
        var text = bounded(q);
        model.addAttribute("hits", text.isEmpty() ? List.of() : hits(keeper.current(), text));
        return "search/hits :: options";
    }

    /** Nobody looks for more than that. */
    private static String bounded(String asked) {
        var text = asked.strip();
        return text.length() > LONGEST ? text.substring(0, LONGEST).strip() : text;
    }

    private List<Hit> hits(Snapshot snapshot, String text) {
        var hits = new ArrayList<Hit>();
        ItemKey.parse(text).flatMap(snapshot::findItem).ifPresent(item -> hits.add(hit(item, "")));
        var words = Arrays.stream(text.toLowerCase(Locale.ROOT).split("\\s+")).toList();
        for (var product : snapshot.products()) {
            for (var level : product.levels().all()) {
                for (var node : snapshot.level(product, level)) {
                    var item = node.item();
                    if (words.stream().allMatch(word -> contains(item.title(), word))) {
                        hits.add(hit(item, ""));
                    }
                    if (hits.size() >= MOST) {
                        return hits;
                    }
                }
            }
        }
        var keys = hits.stream().map(Hit::key).collect(Collectors.toSet());
        search.findBest(text, MOST + hits.size()).stream()
                .filter(key -> !keys.contains(key.toString()))
                .flatMap(key -> snapshot.findItem(key).stream())
                .limit(MOST - hits.size())
                .forEach(item -> hits.add(hit(item, "in its text")));
        return hits;
    }

    /** Builds the full-text index anew. */
    @PostMapping("/search/rebuild")
    ResponseEntity<String> rebuild(@AuthenticationPrincipal SignedIn me) {
        if (!me.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Only administrators rebuild the index.");
        }
        search.rebuild();
        return Answers.said("The search index is being rebuilt.");
    }

    /** Whether a text has a word in it, in capitals or not; makes no copy of the text. */
    private static boolean contains(String text, String word) {
        int last = text.length() - word.length();
        char small = word.charAt(0);
        char capital = Character.toUpperCase(small);
        for (int i = 0; i <= last; i++) {
            char here = text.charAt(i);
            if ((here == small || here == capital)
                    && text.regionMatches(true, i, word, 0, word.length())) {
                return true;
            }
        }
        return false;
    }

    private static Hit hit(Item item, String where) {
        var key = item.key();
        return new Hit(
                key.toString(),
                item.title(),
                item.level().name(),
                where,
                "/" + key.product() + "/ladder?at=" + key + "&panel=1");
    }
}
