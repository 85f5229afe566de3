package greenladder.track;

import greenladder.core.item.ItemKey;
import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.Look;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows what became of a sprint. */
@Controller
class ReportController {
    private final ReportPages pages;
    private final Frames frames;

    ReportController(ReportPages pages, Frames frames) {
        this.pages = pages;
        this.frames = frames;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/report")
    String report(
            Look look,
            @RequestParam(defaultValue = "") String id,
            @RequestParam(defaultValue = "") String at,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        model.addAttribute("page", pages.page(look, id, ItemKey.parse(at).orElse(null)));
        model.addAttribute("frame", frames.of(look, View.REPORT));
        return fragment ? "track/report :: view" : "track/report";
    }
}
