package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.SprintPlan;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Set;

/**
 * Notes that a team will do an item in its sprint, or takes that back. Whoever works for one of its
 * products may.
 *
 * @param sprint its key
 */
public record AgreeOn(String sprint, ItemKey item, boolean yes) implements PlanCommand {

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.sprint(sprint));
    }

    @Override
    public String fact() {
        return SprintPlan.agreedFact(item);
    }

    @Override
    public List<ItemKey> items() {
        return List.of(item);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.findSprint(sprint).orElseThrow();
        if (!sprint.equals(snapshot.requireNode(item).item().sprint())) {
            wrong(found, "item", "%s is not in %s.", item, it.name());
        }
        return workspace.with(it.with(it.plan().withAgreed(item, yes)));
    }
}
