package greenladder.core.trace;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Round;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.Optional;

/**
 * Closes a round, or takes it up again.
 *
 * @param round its key
 */
public record CloseRound(String round, boolean closed) implements PaperCommand {
    @Override
    public PlanKey paper() {
        return new PlanKey(PlanKey.Kind.ROUND, round);
    }

    @Override
    public Optional<Round> changed(Snapshot snapshot, Instant at, ProblemCollector found) {
        return snapshot.workspace()
                .papers()
                .findRound(round)
                .map(it -> it.closed(closed ? at : null));
    }
}
