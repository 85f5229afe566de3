package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;
import java.util.Set;

/**
 * Plans one item into a sprint that somebody saw waiting: refused where it is in another sprint
 * meanwhile.
 *
 * @param sprint its key
 */
public record PullIntoSprint(ItemKey item, String sprint) implements Command {
    @Override
    public OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    public Set<String> inProducts() {
        return Set.of(item.product());
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.PLAN;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var now = snapshot.requireNode(item).item().sprint();
        if (now != null && !now.equals(sprint)) {
            var other = snapshot.workspace().findSprint(now).map(Sprint::name).orElse(now);
            wrong(found, "item", "%s was planned into %s meanwhile.", item, other);
            return new Proposal(List.of(), List.of());
        }
        return new PlanIntoSprint(List.of(item), sprint, false).propose(snapshot, at, found);
    }
}
