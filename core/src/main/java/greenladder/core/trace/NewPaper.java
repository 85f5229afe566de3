package greenladder.core.trace;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Paper;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A command that makes a paper in a product, under the next key of its kind. */
public interface NewPaper extends Command {
    String product();

    PlanKey.Kind paperKind();

    /** The paper, under no key; empty where something is wrong with the command. */
    Optional<? extends Paper> made(Snapshot snapshot, Instant at, ProblemCollector found);

    @Override
    default OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    default Set<String> inProducts() {
        return Set.of(product());
    }

    @Override
    default Permission need(Snapshot snapshot) {
        return paperKind().isWork() ? Permission.WORK : Permission.PLAN;
    }

    @Override
    default Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        return made(snapshot, at, found)
                .map(paper -> paper.keyed(workspace.papers().nextKey(paperKind(), product())))
                .map(paper ->
                        new Proposal(
                                List.of(),
                                List.of(),
                                PlanChange.between(
                                        workspace, workspace.with(paper), Set.of(paper.planKey()))))
                .orElseGet(() -> new Proposal(List.of(), List.of()));
    }
}
