package greenladder.track.tables;

import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.ListState;
import greenladder.view.ViewContext;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows tables of the work of a product; the addresses that its questions once had lead to it. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}")
class TablesController {
    private static final int MOST_PICKS = 3;

    private final TablesPages pages;

    TablesController(TablesPages pages) {
        this.pages = pages;
    }

    /**
     * @param what the key of a question; everything where it is none
     * @param by names of facets, with commas between
     * @param of a team's key where it asks what is open; once a level's
     * @param pick the values of a row whose items are shown, the outermost first
     */
    @GetMapping("/tables")
    String tables(
            ViewContext context,
            @RequestParam(defaultValue = "") String what,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(required = false) @Nullable ItemKey at,
            @RequestParam MultiValueMap<String, String> all,
            Screen screen) {
        var picks = all.getOrDefault("pick", List.of()).stream().limit(MOST_PICKS).toList();
        var its = level.isEmpty() && context.product().levels().find(of).isPresent() ? of : level;
        var asked = new TablesPages.Asked(Question.of(what), by, its, of, day, from, to, picks);
        return screen.of(
                View.TABLES,
                context,
                pages.page(context, asked, ListState.beside(all, "level"), at));
    }

    /** Where what was finished stood. */
    @GetMapping("/spending")
    String spending(
            ViewContext context,
            @RequestParam(defaultValue = "kind") String by,
            @RequestParam(defaultValue = "") String then,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam MultiValueMap<String, String> all) {
        var groups =
                Stream.of(by, then)
                        .filter(one -> !one.isEmpty())
                        .map(one -> TablesPages.facet(context.product(), one))
                        .collect(Collectors.joining(","));
        return moved(
                context,
                ListState.read(all),
                Map.of("what", "finished", "by", groups, "from", from, "to", to));
    }

    /** Where what was mended stood. */
    @GetMapping("/rework")
    String rework(
            ViewContext context,
            @RequestParam(defaultValue = "item") String by,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam MultiValueMap<String, String> all) {
        var group = by.equals("item") ? by : TablesPages.facet(context.product(), by);
        return moved(
                context,
                ListState.read(all),
                Map.of("what", "mended", "by", group, "from", from, "to", to));
    }

    /** Where what is open stood. */
    @GetMapping("/open")
    String open(
            ViewContext context,
            @RequestParam(defaultValue = "kind") String by,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String day,
            @RequestParam MultiValueMap<String, String> all) {
        return moved(
                context,
                ListState.beside(all, "level"),
                Map.of("what", "open", "by", by, "level", level, "of", of, "day", day));
    }

    private static String moved(ViewContext context, ListState state, Map<String, String> own) {
        var asked = new TreeMap<String, String>();
        own.forEach((name, value) -> {
            if (!value.isEmpty()) {
                asked.put(name, value);
            }
        });
        return "redirect:/%s/tables?%s".formatted(context.product().code(), state.query(asked));
    }
}
