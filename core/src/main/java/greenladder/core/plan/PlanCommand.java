package greenladder.core.plan;

import greenladder.core.change.Command;
import greenladder.core.change.Need;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.Found;
import greenladder.core.item.PlanKey;
import greenladder.core.item.Workspace;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.List;

/**
 * A command that makes, changes or takes away parts of the plan, and touches no item. It says what
 * the workspace is to be; the changes follow from that, and the rules of plans judge them.
 */
interface PlanCommand extends Command {
    @Override
    default OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    default Need need(Snapshot snapshot) {
        return plans().stream().anyMatch(key -> key.kind() == PlanKey.Kind.TEAM)
                ? Need.ADMINISTER
                : Need.PLAN;
    }

    /** The workspace with the plan as it is to be. */
    Workspace plan(Workspace workspace);

    @Override
    default Drawn draw(Snapshot snapshot, Instant at, Found found) {
        var before = snapshot.workspace();
        return new Drawn(List.of(), List.of(), PlanChange.between(before, plan(before), plans()));
    }
}
