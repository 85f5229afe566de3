package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.TraceLink;
import greenladder.core.papers.Review;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.Optional;

/**
 * One of the people asked agrees, or objects, to an item as it reads now.
 *
 * @param review its key
 * @param who their sign-in name
 * @param words needed where they object
 */
public record AnswerReview(String review, ItemKey item, String who, boolean agrees, String words)
        implements PaperCommand {
    @Override
    public PlanKey paper() {
        return new PlanKey(PlanKey.Kind.REVIEW, review);
    }

    @Override
    public String fact() {
        return Review.answerFact(item, who);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.READ;
    }

    @Override
    public Optional<Review> changed(Snapshot snapshot, Instant at, ProblemCollector found) {
        var it = snapshot.workspace().papers().findReview(review).orElseThrow();
        var there = snapshot.findItem(item);
        if (!it.readers().contains(who)) {
            wrong(found, "item", "Only those who were asked answer.");
        } else if (it.closedAt() != null) {
            wrong(found, "item", "The review is closed.");
        } else if (!it.seen().containsKey(item) || there.isEmpty()) {
            wrong(found, "item", "This is not part of the review.");
        } else if (!agrees && words.isBlank()) {
            wrong(found, "words", "Say what you object to.");
        }
        return found.isEmpty()
                ? there.map(is ->
                        it.with(
                                item,
                                who,
                                new Review.Answer(
                                        agrees,
                                        at,
                                        TraceLink.digestOf(is),
                                        PaperCommand.line(words))))
                : Optional.empty();
    }
}
