package greenladder.plan;

import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.view.ViewContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows one sprint with all that is planned into it. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/sprint")
class SprintController {
    private final SprintPages pages;

    SprintController(SprintPages pages) {
        this.pages = pages;
    }

    @GetMapping
    String sprint(
            ViewContext context,
            @RequestParam(defaultValue = "") String id,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        return screen.at(context, pages.chosen(context, id))
                .of(View.SPRINT, context, pages.page(context, id, at));
    }
}
