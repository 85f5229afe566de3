package greenladder.plan;

import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.view.ViewContext;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows a product's releases, one of them with all that is in it. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/releases")
class ReleasesController {
    private final ReleasePages pages;

    ReleasesController(ReleasePages pages) {
        this.pages = pages;
    }

    @GetMapping
    String releases(
            ViewContext context, @RequestParam(defaultValue = "") String id, Screen screen) {
        return screen.of(View.RELEASES, context, pages.page(context, id));
    }
}
