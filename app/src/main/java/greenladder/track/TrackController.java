package greenladder.track;

import greenladder.core.item.ItemKey;
import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.Look;
import greenladder.list.ListState;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
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
    private final Frames frames;

    TrackController(
            BurnupPages burnups,
            VelocityPages velocities,
            OpenPages open,
            SpendingPages spending,
            ReworkPages rework,
            TablePages tables,
            Frames frames) {
        this.burnups = burnups;
        this.velocities = velocities;
        this.open = open;
        this.spending = spending;
        this.rework = rework;
        this.tables = tables;
        this.frames = frames;
    }

    private String shown(Look look, View view, Object page, boolean fragment, Model model) {
        model.addAttribute("page", page);
        model.addAttribute("frame", frames.of(look, view));
        var template = "track/" + view.name().toLowerCase(Locale.ROOT);
        return fragment ? template + " :: view" : template;
    }

    @GetMapping("/burnup")
    String burnup(
            Look look,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String way,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "") String at,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var page =
                burnups.page(
                        look,
                        of,
                        way.equals("down"),
                        from,
                        to,
                        DayStory.day(day),
                        ItemKey.parse(at).orElse(null));
        return shown(look, View.BURNUP, page, fragment, model);
    }

    @GetMapping("/velocity")
    String velocity(
            Look look,
            @RequestParam(defaultValue = "") String of,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        return shown(look, View.VELOCITY, velocities.page(look, of), fragment, model);
    }

    @GetMapping("/open")
    String open(
            Look look,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String day,
            @RequestParam MultiValueMap<String, String> all,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        return shown(
                look,
                View.OPEN,
                open.page(look, by, level, of, DayStory.day(day), ListState.beside(all, "level")),
                fragment,
                model);
    }

    /**
     * @param of a level
     * @param by names of facets, with commas between
     */
    @GetMapping("/tables")
    String tables(
            Look look,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "assignee,state") String by,
            @RequestParam MultiValueMap<String, String> all,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var page = tables.page(look, ListState.read(all), List.of(by.split(",")), of);
        return shown(look, View.TABLES, page, fragment, model);
    }

    /**
     * @param of a value whose items are shown
     * @param part a value of the second attribute among these
     */
    @GetMapping("/spending")
    String spending(
            Look look,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String then,
            @RequestParam(required = false) @Nullable String of,
            @RequestParam(required = false) @Nullable String part,
            @RequestParam(defaultValue = "") String at,
            @RequestParam MultiValueMap<String, String> all,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var page =
                spending.page(
                        look,
                        from,
                        to,
                        by,
                        then,
                        of,
                        part,
                        ListState.read(all),
                        ItemKey.parse(at).orElse(null));
        return shown(look, View.SPENDING, page, fragment, model);
    }

    @GetMapping("/rework")
    String rework(
            Look look,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String at,
            @RequestParam MultiValueMap<String, String> all,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var page =
                rework.page(
                        look, from, to, by, ListState.read(all), ItemKey.parse(at).orElse(null));
        return shown(look, View.REWORK, page, fragment, model);
    }
}
