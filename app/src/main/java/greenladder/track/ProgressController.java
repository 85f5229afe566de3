package greenladder.track;

import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.ListState;
import greenladder.view.ViewContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows how far everything is. */
@Controller
class ProgressController {
    private final ProgressPages pages;

    ProgressController(ProgressPages pages) {
        this.pages = pages;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/progress")
    String progress(
            ViewContext context,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String most,
            @RequestParam(required = false) @Nullable ItemKey at,
            @RequestParam MultiValueMap<String, String> all,
            Screen screen) {
        int rows = most.matches("\\d{1,5}") ? Integer.parseInt(most) : 0;
        var place =
                ProgressPlace.of(
                        context.snapshot(),
                        context.product(),
                        level,
                        by,
                        of,
                        rows,
                        ListState.beside(all, "level"));
        return screen.of(View.PROGRESS, context, pages.page(context, place, at));
    }
}
