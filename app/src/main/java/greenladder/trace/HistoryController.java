package greenladder.trace;

import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.Look;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class HistoryController {
    private final HistoryPages pages;
    private final Frames frames;

    HistoryController(HistoryPages pages, Frames frames) {
        this.pages = pages;
        this.frames = frames;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/history")
    String history(
            Look look,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String item,
            @RequestParam(defaultValue = "") String field,
            @RequestParam(defaultValue = "") String before,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            Model model) {
        var asked = new HistoryPages.Asked(from, to, by, item, field, before);
        model.addAttribute("page", pages.page(look, asked));
        model.addAttribute("frame", frames.of(look, View.HISTORY));
        return fragment ? "trace/history :: view" : "trace/history";
    }
}
