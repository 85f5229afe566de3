package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Problems.Found;
import greenladder.core.item.PlanKey;
import greenladder.core.item.Round;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Notes what came of a test in a round. Two who try one test at once: the later result stands, and
 * the log has both.
 *
 * @param round its key
 * @param test its key
 * @param passed null takes the result back
 */
public record NoteResult(
        String round, String test, @Nullable Boolean passed, String words, String who)
        implements PaperCommand {
    @Override
    public PlanKey paper() {
        return new PlanKey(PlanKey.Kind.ROUND, round);
    }

    @Override
    public String fact() {
        return Round.resultFact(test);
    }

    @Override
    public Optional<Round> changed(Snapshot snapshot, Instant at, Found found) {
        var it = snapshot.workspace().papers().findRound(round).orElseThrow();
        if (!it.checks().containsKey(test)) {
            wrong(found, "test", "This round has no such test.");
        } else if (it.closedAt() != null) {
            wrong(found, "test", "The round is closed.");
        }
        return found.isEmpty()
                ? Optional.of(
                        it.with(
                                test,
                                passed == null
                                        ? null
                                        : new Round.Result(
                                                passed, who, at, PaperCommand.line(words))))
                : Optional.empty();
    }
}
