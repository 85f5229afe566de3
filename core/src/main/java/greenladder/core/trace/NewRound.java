package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Papers;
import greenladder.core.papers.Round;
import greenladder.core.papers.TestCase;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.pcollections.TreePMap;

/**
 * Starts a round of tests.
 *
 * @param tests their keys; none for all of the product
 * @param groups only tests whose groups begin with these
 * @param from a round whose tests are taken, as far as they are still there; null for none
 */
public record NewRound(
        String product,
        String name,
        List<String> tests,
        List<String> groups,
        @Nullable String from,
        String who)
        implements NewPaper {
    @Override
    public PlanKey.Kind paperKind() {
        return PlanKey.Kind.ROUND;
    }

    @Override
    public Optional<Round> made(Snapshot snapshot, Instant at, ProblemCollector found) {
        var papers = snapshot.workspace().papers();
        var checks = new TreeMap<String, String>();
        for (var test : papers.of(product, TestCase.class)) {
            if (isWanted(papers, test)) {
                checks.put(test.key(), test.name());
            }
        }
        tests.stream()
                .filter(key ->
                        papers.findTest(key)
                                .filter(test -> test.product().equals(product))
                                .isEmpty())
                .findFirst()
                .ifPresent(key -> wrong(found, "tests", "There is no such test."));
        if (from != null && papers.findRound(from).isEmpty()) {
            wrong(found, "from", "There is no such round.");
        }
        return Optional.of(
                new Round(
                        "",
                        product,
                        PaperCommand.line(name),
                        at,
                        who,
                        checks,
                        TreePMap.empty(),
                        TreePMap.empty(),
                        null));
    }

    private boolean isWanted(Papers papers, TestCase test) {
        return (tests.isEmpty() || tests.contains(test.key()))
                && (from == null
                        || papers.findRound(from)
                                .filter(round -> round.checks().containsKey(test.key()))
                                .isPresent())
                && test.groups().size() >= groups.size()
                && test.groups().subList(0, groups.size()).equals(groups);
    }
}
