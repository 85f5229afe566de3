package greenladder.core.trace;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.TestCase;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Changes a test. What it covers is said by what comes and goes, so that whoever does not see all
 * of it takes nothing away unseen.
 *
 * @param test its key
 */
public record ChangeTest(
        String test,
        String name,
        List<TestCase.Step> steps,
        Set<ItemKey> come,
        Set<ItemKey> go,
        List<String> groups)
        implements PaperCommand {

    /** From a test as somebody sees it to what they make of it. */
    public static ChangeTest of(TestCase seen, TestCase made) {
        var come = new HashSet<>(made.covers());
        come.removeAll(seen.covers());
        var go = new HashSet<>(seen.covers());
        go.removeAll(made.covers());
        return new ChangeTest(seen.key(), made.name(), made.steps(), come, go, made.groups());
    }

    @Override
    public PlanKey paper() {
        return new PlanKey(PlanKey.Kind.TEST, test);
    }

    @Override
    public Optional<TestCase> changed(Snapshot snapshot, Instant at, ProblemCollector found) {
        var it = snapshot.workspace().papers().findTest(test).orElseThrow();
        PaperCommand.requireThere(snapshot, come, it.product(), found);
        var covers = new HashSet<>(it.covers());
        covers.removeAll(go);
        covers.addAll(come);
        return Optional.of(new TestCase(test, it.product(), name, steps, covers, groups));
    }
}
