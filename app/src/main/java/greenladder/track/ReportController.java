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

/** Shows what became of a sprint. */
@Controller
class ReportController {
    private final ReportPages pages;

    ReportController(ReportPages pages) {
        this.pages = pages;
    }

    /**
     * @param day of the burndown that is told of; empty for none
     * @param show a figure whose items are told; empty for none
     */
    @GetMapping("/{product:[A-Z]{2,5}}/report")
    String report(
            ViewContext context,
            @RequestParam(defaultValue = "") String id,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "") String show,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        return screen.at(context, pages.chosen(context, id))
                .of(
                        View.REPORT,
                        context,
                        pages.page(context, id, Days.parse(day.strip()), show, at));
    }
}
