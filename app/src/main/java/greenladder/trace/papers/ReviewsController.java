package greenladder.trace.papers;

import greenladder.core.change.Problems;
import greenladder.core.papers.Baseline;
import greenladder.core.papers.Review;
import greenladder.core.trace.AnswerReview;
import greenladder.core.trace.CloseReview;
import greenladder.core.trace.RemovePaper;
import greenladder.core.trace.SendReview;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.planning.ReviewOfPast;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Reviews: sent to people, and answered by each. */
@Controller
class ReviewsController {
    private final ReviewPages pages;
    private final SnapshotKeeper keeper;
    private final ReviewOfPast pastOf;
    private final CommandGateway gateway;

    ReviewsController(
            ReviewPages pages, SnapshotKeeper keeper, ReviewOfPast pastOf, CommandGateway gateway) {
        this.pastOf = pastOf;
        this.pages = pages;
        this.keeper = keeper;
        this.gateway = gateway;
    }

    @GetMapping("/{product:[A-Z]{2,5}}/reviews")
    String reviews(ViewContext context, @RequestParam(defaultValue = "") String of, Screen screen) {
        return screen.of(View.REVIEWS, context, pages.page(context, of));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/reviews")
    ResponseEntity<String> send(
            ViewContext context,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String words,
            @RequestParam(defaultValue = "") String items,
            @RequestParam(defaultValue = "false") boolean below,
            @RequestParam(defaultValue = "") String baseline,
            @RequestParam(defaultValue = "") List<String> readers) {
        var past =
                baseline.isEmpty()
                        ? null
                        : pastOf.of(
                                context.snapshot(),
                                Lookups.paper(
                                        context.snapshot(),
                                        PlanKey.Kind.BASELINE,
                                        baseline,
                                        Baseline.class));
        var saved =
                gateway.submit(
                        context.reader(),
                        new SendReview(
                                context.product().code(),
                                name,
                                words,
                                past == null ? keys(items) : List.of(),
                                below,
                                past,
                                Set.copyOf(readers),
                                context.reader().handle()));
        return Answers.leadTo(
                "/%s/reviews?of=%s"
                        .formatted(
                                context.product().code(),
                                saved.plans().getFirst().subject().key()));
    }

    private static List<ItemKey> keys(String text) {
        return Arrays.stream(text.strip().split("[\\s,;]+"))
                .filter(key -> !key.isEmpty())
                .map(key ->
                        ItemKey.parse(key)
                                .orElseThrow(() ->
                                        new Failure.Invalid(
                                                Problems.of(
                                                        "items",
                                                        "Items are named by their keys, such as"
                                                                + " MSF12."))))
                .distinct()
                .toList();
    }

    private Review find(SignedIn me, String key) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.REVIEW, key, Review.class);
    }

    @PostMapping("/{product:[A-Z]{2,5}}/reviews/{review}/answer")
    ResponseEntity<String> answer(
            @PathVariable String review,
            @RequestParam String item,
            @RequestParam boolean agrees,
            @RequestParam(defaultValue = "") String words,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                agrees ? "Agreed" : "Objected",
                gateway.submit(
                        me,
                        new AnswerReview(
                                find(me, review).key(),
                                Lookups.key(item),
                                me.handle(),
                                agrees,
                                words)));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/reviews/{review}/close")
    ResponseEntity<String> close(
            @PathVariable String review,
            @RequestParam boolean closed,
            @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                closed ? "Closed" : "Open again",
                gateway.submit(me, new CloseReview(find(me, review).key(), closed)));
    }

    @PostMapping("/{product:[A-Z]{2,5}}/reviews/{review}/remove")
    ResponseEntity<String> remove(
            @PathVariable String review, @AuthenticationPrincipal SignedIn me) {
        return Answers.noted(
                "Removed", gateway.submit(me, new RemovePaper(find(me, review).planKey())));
    }
}
