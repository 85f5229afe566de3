package greenladder.core.plan;

import greenladder.core.item.PlanKey;
import greenladder.core.item.Sprint;
import greenladder.core.item.Workspace;
import java.util.Set;

/** Makes a sprint, or changes one. */
public record KeepSprint(Sprint sprint) implements PlanCommand {

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.sprint(sprint.key()));
    }

    @Override
    public Workspace plan(Workspace workspace) {
        return workspace.with(sprint);
    }
}
