package greenladder.track.dashboard;

import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.ListState;
import greenladder.panel.Answers;
import greenladder.track.dashboard.DashboardTile.Kind;
import greenladder.view.ViewContext;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Dashboards: shown, made, shared and arranged. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}")
class DashboardController {
    private final DashboardPages pages;
    private final Dashboards dashboards;

    DashboardController(DashboardPages pages, Dashboards dashboards) {
        this.pages = pages;
        this.dashboards = dashboards;
    }

    /**
     * @param id {@code usual} for the one that everybody has; empty for the reader's first one
     * @param narrowing the number of the tile for which a filter is chosen, which is the one asked
     *     for; 0 for none
     */
    @GetMapping("/dashboard")
    String dashboard(
            ViewContext context,
            @RequestParam(defaultValue = "") String id,
            @RequestParam(defaultValue = "0") int narrowing,
            @RequestParam(required = false) @Nullable ItemKey at,
            @RequestParam MultiValueMap<String, String> asked,
            Screen screen) {
        long number = id.matches("\\d{1,18}") ? Long.parseLong(id) : 0;
        return screen.of(
                View.DASHBOARD,
                context,
                pages.page(
                        context,
                        number,
                        id.equals("usual"),
                        narrowing,
                        ListState.beside(asked, "level"),
                        at));
    }

    /**
     * Makes one of the reader's own.
     *
     * @param from the number of the one whose tiles it gets; empty for the usual ones
     */
    @PostMapping("/dashboards")
    ResponseEntity<String> make(
            ViewContext context,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String from) {
        var code = context.product().code();
        var tiles =
                from.matches("[1-9]\\d{0,17}")
                        ? dashboards.require(context.reader(), code, Long.parseLong(from)).tiles()
                        : DashboardPages.usual(context).tiles();
        return Answers.leadTo(
                DashboardPages.url(code, dashboards.make(context.reader(), code, name, tiles)));
    }

    @PostMapping("/dashboards/{id}")
    ResponseEntity<String> change(
            ViewContext context,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String team) {
        dashboards.change(context.reader(), context.product().code(), id, name, team);
        return Answers.said("Saved");
    }

    @PostMapping("/dashboards/{id}/remove")
    ResponseEntity<String> remove(ViewContext context, @PathVariable long id) {
        dashboards.remove(context.reader(), context.product().code(), id);
        return Answers.leadTo("/%s/dashboard".formatted(context.product().code()));
    }

    /** Adds a tile at the end. */
    @PostMapping("/dashboards/{id}/tiles")
    ResponseEntity<String> add(
            ViewContext context,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String what) {
        dashboards.arrange(
                context.reader(),
                context.product().code(),
                id,
                tiles -> {
                    int next = tiles.stream().mapToInt(DashboardTile::id).max().orElse(0) + 1;
                    new DashboardTile(next, Kind.PROGRESS, false, "", "")
                            .showing(what)
                            .ifPresent(tiles::add);
                    return tiles;
                });
        return Answers.said("Added");
    }

    /**
     * Changes a tile.
     *
     * @param what it shows from now on; empty for the same
     * @param wide whether it takes the whole width; empty for as it is
     * @param before the number of the tile before which it goes; 0 for the end, empty for where it
     *     is
     */
    @PostMapping("/dashboards/{id}/tiles/{tile}")
    ResponseEntity<String> arrange(
            ViewContext context,
            @PathVariable long id,
            @PathVariable int tile,
            @RequestParam(defaultValue = "") String what,
            @RequestParam(defaultValue = "") String wide,
            @RequestParam(required = false) @Nullable Integer before) {
        dashboards.arrange(
                context.reader(),
                context.product().code(),
                id,
                tiles -> arranged(tiles, tile, what, wide, before));
        return Answers.said("Saved");
    }

    /**
     * Narrows a tile down, and leads back to the dashboard.
     *
     * @param filter the parameters of a filter line; empty for all items
     */
    @PostMapping("/dashboards/{id}/tiles/{tile}/filter")
    ResponseEntity<String> narrow(
            ViewContext context,
            @PathVariable long id,
            @PathVariable int tile,
            @RequestParam(defaultValue = "") String filter) {
        var code = context.product().code();
        dashboards.arrange(
                context.reader(),
                code,
                id,
                tiles -> {
                    tiles.replaceAll(one -> one.id() == tile ? one.narrowed(filter) : one);
                    return tiles;
                });
        return Answers.leadTo(DashboardPages.url(code, id));
    }

    private static List<DashboardTile> arranged(
            List<DashboardTile> tiles, int id, String what, String wide, @Nullable Integer before) {
        for (int i = 0; i < tiles.size(); i++) {
            var tile = tiles.get(i);
            if (tile.id() != id) {
                continue;
            }
            var changed = what.isEmpty() ? tile : tile.showing(what).orElse(tile);
            if (!wide.isEmpty()) {
                changed = changed.wide(wide.equals("true"));
            }
            if (before == null || before == id) {
                tiles.set(i, changed);
                return tiles;
            }
            tiles.remove(i);
            int place = tiles.size();
            for (int j = 0; j < tiles.size(); j++) {
                place = tiles.get(j).id() == before ? j : place;
            }
            tiles.add(place, changed);
            return tiles;
        }
        return tiles;
    }

    @PostMapping("/dashboards/{id}/tiles/{tile}/remove")
    ResponseEntity<String> removeTile(
            ViewContext context, @PathVariable long id, @PathVariable int tile) {
        dashboards.arrange(
                context.reader(),
                context.product().code(),
                id,
                tiles -> {
                    tiles.removeIf(one -> one.id() == tile);
                    return tiles;
                });
        return Answers.said("Removed");
    }
}
