package greenladder.core.trace;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;
import java.util.Set;

/** Takes a paper away. */
public record RemovePaper(PlanKey paper) implements Command {
    @Override
    public OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(paper);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return paper.kind().isWork() ? Permission.WORK : Permission.PLAN;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        if (workspace.papers().find(paper).isEmpty()) {
            PaperCommand.wrong(found, "name", "It no longer exists.");
        }
        return new Proposal(
                List.of(),
                List.of(),
                PlanChange.between(workspace, workspace.without(paper), plans()));
    }
}
