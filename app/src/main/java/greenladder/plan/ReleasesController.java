package greenladder.plan;

import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.Look;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows a product's releases, one of them with all that is in it. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/releases")
class ReleasesController {
    private final ReleasePages pages;
    private final Frames frames;

    ReleasesController(ReleasePages pages, Frames frames) {
        this.pages = pages;
        this.frames = frames;
    }

    @GetMapping
    String releases(
            Look look,
            @RequestParam(defaultValue = "") String id,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        model.addAttribute("page", pages.page(look, id));
        model.addAttribute("frame", frames.of(look, View.RELEASES));
        return fragment ? "plan/releases :: view" : "plan/releases";
    }
}
