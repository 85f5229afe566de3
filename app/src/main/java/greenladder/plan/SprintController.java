package greenladder.plan;

import greenladder.core.item.ItemKey;
import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.Look;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows one sprint with all that is planned into it. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/sprint")
class SprintController {
    private final SprintPages pages;
    private final Frames frames;

    SprintController(SprintPages pages, Frames frames) {
        this.pages = pages;
        this.frames = frames;
    }

    @GetMapping
    String sprint(
            Look look,
            @RequestParam(defaultValue = "") String id,
            @RequestParam(defaultValue = "") String at,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        model.addAttribute("page", pages.page(look, id, ItemKey.parse(at).orElse(null)));
        model.addAttribute("frame", frames.of(look, View.SPRINT));
        return fragment ? "plan/sprint :: view" : "plan/sprint";
    }
}
