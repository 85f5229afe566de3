package greenladder.track;

import greenladder.core.item.ItemKey;
import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.Look;
import greenladder.list.ListState;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows how far everything is. */
@Controller
class ProgressController {
    private final ProgressPages pages;
    private final Frames frames;

    ProgressController(ProgressPages pages, Frames frames) {
        this.pages = pages;
        this.frames = frames;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/progress")
    String progress(
            Look look,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String most,
            @RequestParam(defaultValue = "") String at,
            @RequestParam MultiValueMap<String, String> all,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        int rows = most.matches("\\d{1,5}") ? Integer.parseInt(most) : 0;
        var place =
                ProgressPlace.of(
                        look.snapshot(),
                        look.product(),
                        level,
                        by,
                        of,
                        rows,
                        ListState.beside(all, "level"));
        model.addAttribute("page", pages.page(look, place, ItemKey.parse(at).orElse(null)));
        model.addAttribute("frame", frames.of(look, View.PROGRESS));
        return fragment ? "track/progress :: view" : "track/progress";
    }
}
