package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Round;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Notes what came of a test in a round. Of two who try one test at once and judge it differently,
 * the second is told and says it again if theirs is to stand; the log has both.
 *
 * @param round its key
 * @param test its key
 * @param passed null takes the result back
 * @param seen the result that they saw, as {@link Round.Result#asSeen}; empty for none, null
 *     compares with nothing
 */
public record NoteResult(
        String round,
        String test,
        @Nullable Boolean passed,
        String words,
        String who,
        @Nullable String seen)
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
    public Optional<Round> changed(Snapshot snapshot, Instant at, ProblemCollector found) {
        var it = snapshot.workspace().papers().findRound(round).orElseThrow();
        if (!it.checks().containsKey(test)) {
            wrong(found, "test", "This round has no such test.");
        } else if (it.closedAt() != null) {
            wrong(found, "test", "The round is closed.");
        } else {
            requireSeen(snapshot, it.results().get(test), found);
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

    private void requireSeen(
            Snapshot snapshot, Round.@Nullable Result now, ProblemCollector found) {
        if (seen == null
                || now == null
                || now.who().equals(who)
                || Objects.equals(now.passed(), passed)
                || now.asSeen().equals(seen)) {
            return;
        }
        wrong(
                found,
                "seen",
                "%s noted “%s” meanwhile%s. Yours was not saved; press again to replace theirs.",
                snapshot.findPerson(now.who()).map(Person::name).orElse(now.who()),
                now.passed() ? "passed" : "failed",
                now.words().isEmpty() ? "" : ": " + now.words());
    }
}
