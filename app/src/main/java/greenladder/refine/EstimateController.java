package greenladder.refine;

import greenladder.core.change.Problems;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Sizing together: the view, and the steps of a round. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/estimate")
class EstimateController {
    private final SnapshotKeeper keeper;
    private final EstimatePages pages;
    private final SizingRounds rounds;

    EstimateController(SnapshotKeeper keeper, EstimatePages pages, SizingRounds rounds) {
        this.keeper = keeper;
        this.pages = pages;
        this.rounds = rounds;
    }

    @GetMapping
    String estimate(
            ViewContext context,
            @RequestParam(required = false) @Nullable Long round,
            Screen screen) {
        var snapshot = context.snapshot();
        return screen.of(
                View.ESTIMATE,
                context,
                pages.page(snapshot, context.product(), round, context.reader()));
    }

    @PostMapping("/rounds")
    ResponseEntity<String> start(
            @PathVariable("product") String code,
            @RequestParam String item,
            @AuthenticationPrincipal SignedIn me) {
        var key =
                ItemKey.parse(item.strip())
                        .orElseThrow(() ->
                                new Failure.Invalid(
                                        Problems.of(
                                                "item",
                                                "“%s” is not an item key; keys look like MSF104."
                                                        .formatted(item))));
        long id = rounds.start(me, key);
        return Answers.leadTo("/%s/estimate?round=%d".formatted(key.product(), id));
    }

    /**
     * Opens a round on the first item that is not sized; asked again and again, on each in turn.
     */
    @PostMapping("/next")
    ResponseEntity<String> next(
            @PathVariable("product") String code, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var key =
                pages.firstUnsized(snapshot, Lookups.product(snapshot, code))
                        .orElseThrow(() ->
                                new Failure.Invalid(
                                        Problems.of("item", "Everything here is sized.")));
        return Answers.leadTo("/%s/estimate?round=%d".formatted(code, rounds.start(me, key)));
    }

    @PostMapping("/rounds/{id}/pick")
    ResponseEntity<String> pick(
            @PathVariable long id,
            @RequestParam String label,
            @AuthenticationPrincipal SignedIn me) {
        rounds.pick(me, id, label);
        return Answers.said("");
    }

    @PostMapping("/rounds/{id}/show")
    ResponseEntity<String> show(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        rounds.show(me, id);
        return Answers.said("");
    }

    @PostMapping("/rounds/{id}/again")
    ResponseEntity<String> again(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        rounds.again(me, id);
        return Answers.said("Everybody picks again.");
    }

    @PostMapping("/rounds/{id}/agree")
    ResponseEntity<String> agree(
            @PathVariable long id,
            @RequestParam String size,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.done("Sized", rounds.agree(me, id, size));
    }

    @PostMapping("/rounds/{id}/end")
    ResponseEntity<String> end(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        rounds.end(me, id);
        return Answers.said("The round is over, without a size.");
    }

    @PostMapping("/rounds/{id}/leave")
    ResponseEntity<String> leave(@PathVariable long id, @AuthenticationPrincipal SignedIn me) {
        rounds.leave(me, id);
        return Answers.said("");
    }
}
