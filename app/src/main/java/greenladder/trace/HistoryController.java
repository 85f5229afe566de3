package greenladder.trace;

import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.view.ViewContext;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class HistoryController {
    private final HistoryPages pages;

    HistoryController(HistoryPages pages) {
        this.pages = pages;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/history")
    String history(
            ViewContext context,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String item,
            @RequestParam(defaultValue = "") String field,
            @RequestParam(defaultValue = "") String before,
            Screen screen) {
        var asked = new HistoryPages.Asked(from, to, by, item, field, before);
        return screen.of(View.HISTORY, context, pages.page(context, asked));
    }
}
