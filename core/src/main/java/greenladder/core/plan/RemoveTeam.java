package greenladder.core.plan;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.Set;

/** Takes a team away that nothing is left with. */
public record RemoveTeam(String key) implements PlanCommand {

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.team(key));
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        return snapshot.workspace().withoutTeam(key);
    }
}
