package greenladder.search;

import greenladder.core.item.Item;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
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

    /** Of so many titles that were found those on the highest levels are shown. */
    private static final int SORTED = 200;

    private static final Comparator<Item> HIGHEST_FIRST =
            Comparator.comparing((Item item) -> item.level().index())
                    .thenComparing(Item::rank)
                    .thenComparing(Item::key);

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
    String find(
            @RequestParam(defaultValue = "") String q,
            Model model,
            @AuthenticationPrincipal SignedIn me) {
        var text = bounded(q);
        model.addAttribute("text", text);
        model.addAttribute("hits", text.isEmpty() ? List.of() : hits(keeper.seenBy(me), text));
        return "search/hits :: hits";
    }

    /** Items by a part of their title, to choose from in a field. */
    @GetMapping("/find/items")
    String items(
            @RequestParam(defaultValue = "") String q,
            Model model,
            @AuthenticationPrincipal SignedIn me) {
        var text = bounded(q);
        model.addAttribute("hits", text.isEmpty() ? List.of() : hits(keeper.seenBy(me), text));
        return "search/hits :: options";
    }

    /** Nobody looks for more than that. */
    private static String bounded(String asked) {
        var text = asked.strip();
        return text.length() > LONGEST ? text.substring(0, LONGEST).strip() : text;
    }

    /** The key itself, then titles, the highest levels first, then what stands in other texts. */
    private List<Hit> hits(Snapshot snapshot, String text) {
        var hits = new LinkedHashMap<ItemKey, Hit>();
        ItemKey.parse(text)
                .flatMap(snapshot::findItem)
                .ifPresent(item -> hits.put(item.key(), hit(item, "")));
        search.findTitled(snapshot, text, SORTED).stream()
                .flatMap(key -> snapshot.findItem(key).stream())
                .sorted(HIGHEST_FIRST)
                .limit(MOST)
                .forEach(item -> hits.putIfAbsent(item.key(), hit(item, "")));
        if (hits.size() < MOST) {
            search.findBest(snapshot, text, MOST + hits.size()).stream()
                    .flatMap(key -> snapshot.findItem(key).stream())
                    .forEach(item -> hits.putIfAbsent(item.key(), hit(item, "in its text")));
        }
        return hits.values().stream().limit(MOST).toList();
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
