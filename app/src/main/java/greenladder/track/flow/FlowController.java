package greenladder.track.flow;

import greenladder.core.value.Days;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.ListState;
import greenladder.view.ViewContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.util.UriComponentsBuilder;

/** Shows how work of a product flowed. */
@Controller
class FlowController {
    private final FlowPages pages;

    FlowController(FlowPages pages) {
        this.pages = pages;
    }

    /** Where the sprints of a team stood before they came to stand beside its flow. */
    @GetMapping("/{product:[A-Z]{2,5}}/velocity")
    String velocity(@PathVariable String product, @RequestParam(defaultValue = "") String of) {
        return "redirect:"
                + UriComponentsBuilder.fromPath("/{product}/flow")
                        .queryParam("of", "{of}")
                        .fragment("completed")
                        .encode()
                        .buildAndExpand(product, of)
                        .toUriString();
    }

    /**
     * @param of a team's key; empty for all
     * @param day that was picked in a chart, as {@code week} by its first and {@code picked}, a
     *     sprint, are
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
            @RequestParam(defaultValue = "") String picked,
            @RequestParam(required = false) @Nullable ItemKey at,
            @RequestParam MultiValueMap<String, String> all,
            Screen screen) {
        int span = weeks.matches("\\d{1,3}") ? Integer.parseInt(weeks) : 0;
        var place = FlowPlace.read(context, of, level, span, by, ListState.beside(all, "level"));
        return screen.at(place.team(), null)
                .of(
                        View.FLOW,
                        context,
                        pages.page(
                                context,
                                place,
                                new FlowPlace.Opened(
                                        Days.parse(day.strip()), Days.parse(week.strip()), picked),
                                at));
    }
}
