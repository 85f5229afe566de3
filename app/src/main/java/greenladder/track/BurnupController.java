package greenladder.track;

import greenladder.core.value.Days;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.view.ViewContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows how a release, goal or epic grew and was done. */
@Controller
class BurnupController {
    private final BurnupPages pages;

    BurnupController(BurnupPages pages) {
        this.pages = pages;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/burnup")
    String burnup(
            ViewContext context,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String way,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        var picked = Days.parse(day.strip());
        var page = pages.page(context, of, way.equals("down"), from, to, picked, at, null);
        return screen.of(View.BURNUP, context, page);
    }
}
