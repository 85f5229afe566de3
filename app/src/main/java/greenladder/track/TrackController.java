package greenladder.track;

import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.ListState;
import greenladder.view.ViewContext;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows what was done, what is open, what it was spent on and what had to be done again. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}")
class TrackController {
    private final BurnupPages burnups;
    private final VelocityPages velocities;
    private final OpenPages open;
    private final SpendingPages spending;
    private final ReworkPages rework;
    private final TablePages tables;

    TrackController(
            BurnupPages burnups,
            VelocityPages velocities,
            OpenPages open,
            SpendingPages spending,
            ReworkPages rework,
            TablePages tables) {
        this.burnups = burnups;
        this.velocities = velocities;
        this.open = open;
        this.spending = spending;
        this.rework = rework;
        this.tables = tables;
    }

    @GetMapping("/burnup")
    String burnup(
            ViewContext context,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String way,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        var page = burnups.page(context, of, way.equals("down"), from, to, DayStory.day(day), at);
        return screen.of(View.BURNUP, context, page);
    }

    @GetMapping("/velocity")
    String velocity(
            ViewContext context, @RequestParam(defaultValue = "") String of, Screen screen) {
        return screen.of(View.VELOCITY, context, velocities.page(context, of));
    }

    @GetMapping("/open")
    String open(
            ViewContext context,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String day,
            @RequestParam MultiValueMap<String, String> all,
            Screen screen) {
        return screen.of(
                View.OPEN,
                context,
                open.page(
                        context, by, level, of, DayStory.day(day), ListState.beside(all, "level")));
    }

    /**
     * @param of a level
     * @param by names of facets, with commas between
     */
    @GetMapping("/tables")
    String tables(
            ViewContext context,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "assignee,state") String by,
            @RequestParam MultiValueMap<String, String> all,
            Screen screen) {
        var page = tables.page(context, ListState.read(all), List.of(by.split(",")), of);
        return screen.of(View.TABLES, context, page);
    }

    /**
     * @param of a value whose items are shown
     * @param part a value of the second attribute among these
     */
    @GetMapping("/spending")
    String spending(
            ViewContext context,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String then,
            @RequestParam(required = false) @Nullable String of,
            @RequestParam(required = false) @Nullable String part,
            @RequestParam(required = false) @Nullable ItemKey at,
            @RequestParam MultiValueMap<String, String> all,
            Screen screen) {
        var page = spending.page(context, from, to, by, then, of, part, ListState.read(all), at);
        return screen.of(View.SPENDING, context, page);
    }

    @GetMapping("/rework")
    String rework(
            ViewContext context,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(required = false) @Nullable ItemKey at,
            @RequestParam MultiValueMap<String, String> all,
            Screen screen) {
        var page = rework.page(context, from, to, by, ListState.read(all), at);
        return screen.of(View.REWORK, context, page);
    }
}
