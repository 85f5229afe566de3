package greenladder.core.plan;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.Set;

/** Makes a release, or changes one. */
public record KeepRelease(Release release) implements PlanCommand {

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.release(release.key()));
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        return snapshot.workspace().with(release);
    }
}
