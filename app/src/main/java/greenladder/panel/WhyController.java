package greenladder.panel;

import greenladder.people.SignedIn;
import greenladder.view.Lookups;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** The short explanation that a figure opens. */
@Controller
class WhyController {
    private final WhyPages pages;

    WhyController(WhyPages pages) {
        this.pages = pages;
    }

    @GetMapping("/items/{key}/why")
    String why(@PathVariable String key, @AuthenticationPrincipal SignedIn me, Model model) {
        model.addAttribute("why", pages.of(me, Lookups.key(key)));
        return "shared/why :: why";
    }

    /** The total of a level, where the list is of the whole level. */
    @GetMapping("/{product:[A-Z]{2,5}}/levels/{level}/why")
    String whyOfLevel(
            @PathVariable String product,
            @PathVariable String level,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        model.addAttribute("why", pages.ofLevel(me, product, level));
        return "shared/why :: why";
    }
}
