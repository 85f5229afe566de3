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

/** Shows how work of a product flowed. */
@Controller
class FlowController {
    private final FlowPages pages;

    FlowController(FlowPages pages) {
        this.pages = pages;
    }

    /**
     * @param of a team's key; empty for all
     */
    @GetMapping("/{product:[A-Z]{2,5}}/flow")
    String flow(
            ViewContext context,
            @RequestParam(defaultValue = "") String of,
            @RequestParam(defaultValue = "") String level,
            @RequestParam(defaultValue = "") String weeks,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String day,
            @RequestParam(defaultValue = "") String week,
            @RequestParam(required = false) @Nullable ItemKey at,
            @RequestParam MultiValueMap<String, String> all,
            Screen screen) {
        int span = weeks.matches("\\d{1,3}") ? Integer.parseInt(weeks) : 0;
        var place = FlowPlace.read(context, of, level, span, by, ListState.beside(all, "level"));
        return screen.of(
                View.FLOW,
                context,
                pages.page(
                        context,
                        place,
                        new FlowPlace.Opened(DayStory.day(day), DayStory.day(week)),
                        at));
    }
}
