package greenladder.core.trace;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Review;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.Optional;

/**
 * Closes a review, or takes it up again.
 *
 * @param review its key
 */
public record CloseReview(String review, boolean closed) implements PaperCommand {
    @Override
    public PlanKey paper() {
        return new PlanKey(PlanKey.Kind.REVIEW, review);
    }

    @Override
    public Optional<Review> changed(Snapshot snapshot, Instant at, ProblemCollector found) {
        return snapshot.workspace()
                .papers()
                .findReview(review)
                .map(it -> it.closed(closed ? at : null));
    }
}
