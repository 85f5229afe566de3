package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Makes sprints, or changes some. */
public record KeepSprints(List<Sprint> sprints) implements PlanCommand {
    /** The most that are made at once. */
    public static final int MOST = 60;

    public KeepSprints {
        sprints = List.copyOf(sprints);
    }

    public static KeepSprints of(Sprint sprint) {
        return new KeepSprints(List.of(sprint));
    }

    @Override
    public Set<PlanKey> plans() {
        return sprints.stream()
                .map(sprint -> PlanKey.sprint(sprint.key()))
                .collect(Collectors.toSet());
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        if (sprints.size() > MOST) {
            wrong(found, "count", "At most %d sprints are made at once.", MOST);
        }
        var workspace = snapshot.workspace();
        for (var sprint : sprints) {
            workspace = workspace.with(sprint);
        }
        return workspace;
    }
}
