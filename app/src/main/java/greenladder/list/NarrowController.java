package greenladder.list;

import greenladder.core.filter.TypedConditions;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** What opens from the filter line: values to pick with their counts, and saved views. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}")
class NarrowController {
    private final SnapshotKeeper keeper;
    private final NarrowPages pages;
    private final SavedViews views;
    private final LastLook looks;

    NarrowController(SnapshotKeeper keeper, NarrowPages pages, SavedViews views, LastLook looks) {
        this.keeper = keeper;
        this.pages = pages;
        this.views = views;
        this.looks = looks;
    }

    @GetMapping("/narrow")
    String narrow(
            @PathVariable("product") String code,
            @RequestParam MultiValueMap<String, String> asked,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        model.addAttribute("page", pages.page(snapshot, product, asked, me));
        return "shared/narrow :: narrow";
    }

    /** Reads a typed line: what of it are conditions, and the words that are left. */
    @GetMapping("/narrow/read")
    @ResponseBody
    TypedConditions.Read read(
            @PathVariable("product") String code,
            @RequestParam String line,
            @RequestParam MultiValueMap<String, String> asked,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        return pages.read(snapshot, Lookups.product(snapshot, code), line, asked, me);
    }

    @PostMapping("/views")
    ResponseEntity<String> keep(
            @PathVariable("product") String code,
            SavedViews.Entered entered,
            @AuthenticationPrincipal SignedIn me) {
        Lookups.product(keeper.seenBy(me), code);
        views.keep(me, code, entered);
        return Answers.said("View saved");
    }

    @PostMapping("/views/{id}/pin")
    ResponseEntity<String> pin(
            @PathVariable long id,
            @RequestParam boolean pinned,
            @AuthenticationPrincipal SignedIn me) {
        views.pin(me, id, pinned);
        return Answers.said("");
    }

    @PostMapping("/views/{id}/remove")
    ResponseEntity<String> remove(
            @PathVariable String product,
            @PathVariable long id,
            @AuthenticationPrincipal SignedIn me) {
        views.remove(me, id);
        return Answers.undoable(
                "View removed",
                "/%s/views/%d/restore".formatted(product, id),
                "/%s/views/%d/remove".formatted(product, id));
    }

    @PostMapping("/views/{id}/restore")
    ResponseEntity<String> restore(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        views.restore(me, id);
        return Answers.said("View put back");
    }

    @PostMapping("/views/{id}/update")
    ResponseEntity<String> update(
            @PathVariable long id,
            @RequestParam String path,
            @RequestParam String query,
            @AuthenticationPrincipal SignedIn me) {
        views.update(me, id, path, query);
        return Answers.said("View updated");
    }

    @PostMapping("/views/{id}/rename")
    ResponseEntity<String> rename(
            @PathVariable long id,
            @RequestParam String name,
            @AuthenticationPrincipal SignedIn me) {
        views.rename(me, id, name);
        return Answers.said("View renamed");
    }

    @PostMapping("/views/{id}/copy")
    ResponseEntity<String> copy(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        views.copy(me, id);
        return Answers.said("View copied");
    }

    /** Says that all changes up to now were seen. */
    @PostMapping("/seen")
    ResponseEntity<String> seen(
            @PathVariable("product") String code, @AuthenticationPrincipal SignedIn me) {
        Lookups.product(keeper.seenBy(me), code);
        looks.seen(me, code);
        return Answers.said("All changes marked as seen");
    }
}
