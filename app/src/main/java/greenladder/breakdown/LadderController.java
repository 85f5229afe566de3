package greenladder.breakdown;

import greenladder.breakdown.PlaceReader.PlaceForm;
import greenladder.core.item.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.frame.Frames;
import greenladder.frame.View;
import greenladder.item.SnapshotKeeper;
import greenladder.list.ListState;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/ladder")
class LadderController {
    private final SnapshotKeeper keeper;
    private final LadderPages pages;
    private final Frames frames;

    LadderController(SnapshotKeeper keeper, LadderPages pages, Frames frames) {
        this.keeper = keeper;
        this.pages = pages;
        this.frames = frames;
    }

    @GetMapping
    String ladder(
            @PathVariable("product") String code,
            PlaceForm form,
            @RequestParam MultiValueMap<String, String> asked,
            @AuthenticationPrincipal SignedIn me,
            @RequestHeader(name = "HX-Request", defaultValue = "false") boolean fragment,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        // The frame first: what changes after it is told by the stream.
        var frame = frames.of(me, require(keeper.current(), code), View.LADDER);
        var snapshot = keeper.current();
        var product = require(snapshot, code);
        if (form.isEmpty() && !ListState.read(asked).isNarrow()) {
            var lastPlace = LastPlace.read(request, code);
            return "redirect:"
                    + lastPlace.orElseGet(() -> PlaceReader.first(snapshot, product).url());
        }
        var place = PlaceReader.read(snapshot, product, form, ListState.read(asked));
        var page = pages.page(snapshot, product, place, me);
        LastPlace.keep(response, code, page.url());
        model.addAttribute("page", page);
        model.addAttribute("frame", frame);
        return fragment ? "breakdown/ladder :: view" : "breakdown/ladder";
    }

    @GetMapping("/more")
    String more(
            @PathVariable("product") String code,
            PlaceForm form,
            @RequestParam MultiValueMap<String, String> asked,
            @RequestParam String column,
            @RequestParam int offset,
            @RequestParam(defaultValue = "false") boolean earlier,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var snapshot = keeper.current();
        var product = require(snapshot, code);
        var place = PlaceReader.read(snapshot, product, form, ListState.read(asked));
        model.addAttribute(
                "more", pages.more(snapshot, product, place, me, column, offset, earlier));
        return "breakdown/ladder :: more";
    }

    private static Product require(Snapshot snapshot, String code) {
        return snapshot.findProduct(code)
                .orElseThrow(() -> new Failure.NotFound("There is no product %s.".formatted(code)));
    }
}
