package greenladder.breakdown;

import greenladder.breakdown.PlaceReader.PlaceForm;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.list.ListState;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/ladder")
class LadderController {
    private final SnapshotKeeper keeper;
    private final LadderPages pages;

    LadderController(SnapshotKeeper keeper, LadderPages pages) {
        this.keeper = keeper;
        this.pages = pages;
    }

    @GetMapping
    String ladder(
            ViewContext context,
            @RequestParam MultiValueMap<String, String> asked,
            HttpServletRequest request,
            HttpServletResponse response,
            Screen screen) {
        var snapshot = context.snapshot();
        var product = context.product();
        var form = PlaceForm.of(asked);
        if (form.isEmpty() && !ListState.read(asked).isNarrow()) {
            var lastPlace = LastPlace.read(request, product.code());
            return "redirect:"
                    + lastPlace.orElseGet(() -> PlaceReader.first(snapshot, product).url());
        }
        var place = PlaceReader.read(snapshot, product, form, ListState.read(asked));
        var page = pages.page(snapshot, product, place, context.reader());
        LastPlace.keep(request, response, product.code(), page.url());
        return screen.of(View.LADDER, context, page);
    }

    @GetMapping("/more")
    String more(
            @PathVariable("product") String code,
            @RequestParam MultiValueMap<String, String> asked,
            @RequestParam String column,
            @RequestParam int offset,
            @RequestParam(defaultValue = "false") boolean earlier,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var place = PlaceReader.read(snapshot, product, PlaceForm.of(asked), ListState.read(asked));
        model.addAttribute(
                "more", pages.more(snapshot, product, place, me, column, offset, earlier));
        return "breakdown/ladder :: more";
    }
}
