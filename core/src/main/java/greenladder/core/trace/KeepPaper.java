package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Paper;
import greenladder.core.papers.TestCase;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/**
 * Makes a paper of what was written.
 *
 * @param paper under no key
 * @param about which it names, and which have to be there
 */
public record KeepPaper(Paper paper, Collection<ItemKey> about) implements NewPaper {
    public KeepPaper(Paper paper) {
        this(paper, List.of());
    }

    @Override
    public String product() {
        return paper.product();
    }

    @Override
    public PlanKey.Kind paperKind() {
        return paper.planKey().kind();
    }

    @Override
    public Optional<Paper> made(Snapshot snapshot, Instant at, ProblemCollector found) {
        PaperCommand.requireThere(snapshot, about, product(), found);
        if (paper instanceof TestCase test && isThere(snapshot, test)) {
            wrong(found, "name", "There is a test of this name for it already.");
        }
        return Optional.of(paper);
    }

    /** Whether somebody wrote the same test, perhaps at the same moment. */
    private static boolean isThere(Snapshot snapshot, TestCase test) {
        return test.covers().stream()
                .flatMap(item -> snapshot.workspace().papers().testsOf(item).stream())
                .anyMatch(other ->
                        other.name().equals(test.name())
                                && other.groups().equals(test.groups())
                                && other.covers().equals(test.covers()));
    }
}
