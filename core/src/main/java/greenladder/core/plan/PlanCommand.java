package greenladder.core.plan;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.Collection;
import java.util.List;

/**
 * A command that makes, changes or takes away parts of the plan. It says what the workspace is to
 * be; the changes follow from that, and the rules of plans judge them.
 */
public interface PlanCommand extends Command {
    @Override
    default OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    default Permission need(Snapshot snapshot) {
        return plans().stream().anyMatch(key -> key.kind() == PlanKey.Kind.TEAM)
                ? Permission.ADMINISTER
                : Permission.PLAN;
    }

    /** The workspace with the plan as it is to be; finds what is wrong with the command. */
    Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found);

    @Override
    default Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return drawn(snapshot, plan(snapshot, at, found), plans(), List.of());
    }

    /** What leads to a workspace, with changes of items that go with it. */
    static Proposal drawn(
            Snapshot snapshot, Workspace next, Collection<PlanKey> plans, List<Change> changes) {
        return new Proposal(
                List.of(), changes, PlanChange.between(snapshot.workspace(), next, plans));
    }

    static void wrong(ProblemCollector found, String field, String message, Object... values) {
        found.add(Problem.SINGLE, field, message.formatted(values));
    }
}
