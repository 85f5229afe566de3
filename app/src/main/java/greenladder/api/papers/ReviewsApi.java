package greenladder.api.papers;

import greenladder.api.ApiProblems;
import greenladder.api.BodyReader;
import greenladder.api.Page;
import greenladder.api.items.ItemsApi;
import greenladder.core.item.TraceLink;
import greenladder.core.papers.Baseline;
import greenladder.core.papers.Review;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.AnswerReview;
import greenladder.core.trace.CloseReview;
import greenladder.core.trace.RemovePaper;
import greenladder.core.trace.SendReview;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.people.SignedIn;
import greenladder.planning.ReviewOfPast;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.net.URI;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Reviews, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Reviews")
class ReviewsApi {
    private static final Set<String> FIELDS =
            Set.of("name", "words", "items", "below", "baseline", "readers");

    private final SnapshotKeeper keeper;
    private final ReviewOfPast pastOf;
    private final CommandGateway gateway;

    ReviewsApi(SnapshotKeeper keeper, ReviewOfPast pastOf, CommandGateway gateway) {
        this.keeper = keeper;
        this.pastOf = pastOf;
        this.gateway = gateway;
    }

    /**
     * @param stale whether the item changed since
     */
    record AnswerJson(String by, boolean agrees, String words, Instant at, boolean stale) {}

    /**
     * @param changed whether its text changed since what was sent
     */
    record ReadJson(String item, boolean changed, List<AnswerJson> answers) {}

    /**
     * @param asOf the moment whose texts are read
     */
    record ReviewJson(
            String id,
            String name,
            String words,
            String product,
            String by,
            Instant at,
            Instant asOf,
            @Nullable Instant closedAt,
            List<String> readers,
            List<ReadJson> items) {
        static ReviewJson of(Snapshot snapshot, Review review) {
            return new ReviewJson(
                    review.key(),
                    review.name(),
                    review.words(),
                    review.product(),
                    review.by(),
                    review.at(),
                    review.asOf(),
                    review.closedAt(),
                    review.readers().stream().sorted().toList(),
                    review.seen().entrySet().stream()
                            .flatMap(entry ->
                                    snapshot.findItem(entry.getKey()).stream()
                                            .map(TraceLink::digestOf)
                                            .map(now -> read(review, entry, now)))
                            .toList());
        }

        private static ReadJson read(Review review, Map.Entry<ItemKey, String> sent, String now) {
            return new ReadJson(
                    sent.getKey().toString(),
                    !sent.getValue().equals(now),
                    review.answers().getOrDefault(sent.getKey(), Map.of()).entrySet().stream()
                            .map(entry ->
                                    new AnswerJson(
                                            entry.getKey(),
                                            entry.getValue().agrees(),
                                            entry.getValue().words(),
                                            entry.getValue().at(),
                                            !entry.getValue().seen().equals(now)))
                            .toList());
        }
    }

    @GetMapping("/products/{code}/reviews")
    @Operation(summary = "A product's reviews, the latest first")
    Page<ReviewJson> reviews(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.product(snapshot, code);
        return new Page<>(
                snapshot.workspace().papers().of(code, Review.class).stream()
                        .sorted(Comparator.comparing(Review::at).reversed())
                        .map(review -> ReviewJson.of(snapshot, review))
                        .toList(),
                null);
    }

    @GetMapping("/reviews/{id}")
    @Operation(summary = "One review with the answers")
    ReviewJson review(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return ReviewJson.of(keeper.seenBy(me), find(me, id));
    }

    private Review find(SignedIn me, String id) {
        return Lookups.paper(keeper.seenBy(me), PlanKey.Kind.REVIEW, id, Review.class);
    }

    @PostMapping("/products/{code}/reviews")
    @Operation(
            summary = "Send items to people to read",
            description =
                    "name; words: what is asked; items: keys; below: with all below them; or"
                            + " baseline: its id, whose items are read as they stood then; readers:"
                            + " handles")
    ResponseEntity<ReviewJson> send(
            @PathVariable String code,
            @RequestBody JsonNode body,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        Lookups.product(snapshot, code);
        var reader = new BodyReader(body, FIELDS);
        var name = Objects.requireNonNullElse(reader.text("name"), "");
        var words = Objects.requireNonNullElse(reader.text("words"), "");
        var items = reader.keys("items");
        boolean below = Boolean.TRUE.equals(reader.yesOrNo("below"));
        var baseline = reader.text("baseline");
        var readers = Set.copyOf(reader.texts("readers"));
        reader.requireNone();
        var past =
                baseline == null
                        ? null
                        : pastOf.of(
                                snapshot,
                                Lookups.paper(
                                        snapshot, PlanKey.Kind.BASELINE, baseline, Baseline.class));
        var saved =
                gateway.submit(
                        me,
                        new SendReview(
                                code,
                                name,
                                words,
                                past == null ? items : List.of(),
                                below,
                                past,
                                readers,
                                me.handle()));
        var id = saved.plans().getFirst().subject().key();
        return ItemsApi.written(saved, HttpStatus.CREATED)
                .location(URI.create("/api/v1/reviews/" + id))
                .body(ReviewJson.of(keeper.seenBy(me), find(me, id)));
    }

    record AnswerForm(@Nullable String item, @Nullable Boolean agrees, @Nullable String words) {}

    @PostMapping("/reviews/{id}/answers")
    @Operation(
            summary = "Answer to an item, as one of the readers",
            description = "item; agrees: true or false; words: needed with an objection")
    ResponseEntity<ReviewJson> answer(
            @PathVariable String id,
            @RequestBody AnswerForm form,
            @AuthenticationPrincipal SignedIn me) {
        if (form.agrees() == null) {
            throw ApiProblems.invalid("agrees", "Say true or false.");
        }
        var item = Lookups.key(Objects.requireNonNullElse(form.item(), ""));
        var words = Objects.requireNonNullElse(form.words(), "");
        var saved =
                gateway.submit(
                        me,
                        new AnswerReview(
                                find(me, id).key(), item, me.handle(), form.agrees(), words));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(ReviewJson.of(keeper.seenBy(me), find(me, id)));
    }

    record CloseForm(@Nullable Boolean closed) {}

    @PostMapping("/reviews/{id}/close")
    @Operation(summary = "Close a review; closed: false takes it up again")
    ResponseEntity<ReviewJson> close(
            @PathVariable String id,
            @RequestBody CloseForm form,
            @AuthenticationPrincipal SignedIn me) {
        boolean closed = !Boolean.FALSE.equals(form.closed());
        var saved = gateway.submit(me, new CloseReview(find(me, id).key(), closed));
        return ItemsApi.written(saved, HttpStatus.OK)
                .body(ReviewJson.of(keeper.seenBy(me), find(me, id)));
    }

    @DeleteMapping("/reviews/{id}")
    @Operation(summary = "Take a review away")
    ResponseEntity<Void> remove(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        var saved = gateway.submit(me, new RemovePaper(find(me, id).planKey()));
        return ItemsApi.written(saved, HttpStatus.NO_CONTENT).build();
    }
}
