package greenladder.core.trace;

import greenladder.core.change.Command;
import greenladder.core.change.Need;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.Found;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Paper;
import greenladder.core.item.PlanKey;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Set;

/**
 * Makes a paper, or puts another in its place.
 *
 * @param paper under no key where it is new
 * @param about which it names, and which have to be there
 * @param people whom it names, and who have to be here
 */
public record KeepPaper(Paper paper, Collection<ItemKey> about, Collection<String> people)
        implements Command {
    public KeepPaper(Paper paper) {
        this(paper, List.of(), List.of());
    }

    @Override
    public OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    public Set<String> inProducts() {
        return Set.of(paper.product());
    }

    @Override
    public Set<PlanKey> plans() {
        return isNew() ? Set.of() : Set.of(paper.planKey());
    }

    private boolean isNew() {
        return paper.planKey().key().isEmpty();
    }

    @Override
    public Need need(Snapshot snapshot) {
        return paper.planKey().kind().isWork() ? Need.WORK : Need.PLAN;
    }

    @Override
    public Drawn draw(Snapshot snapshot, Instant at, Found found) {
        var workspace = snapshot.workspace();
        var kind = paper.planKey().kind();
        var kept = isNew() ? paper.keyed(workspace.papers().nextKey(kind, paper.product())) : paper;
        if (!isNew() && workspace.papers().find(paper.planKey()).isEmpty()) {
            found.add(Problem.SINGLE, "name", "It is not there any more.");
        }
        PaperCommand.requireThere(snapshot, about, paper.product(), found);
        PaperCommand.requireHere(snapshot, people, found);
        return new Drawn(
                List.of(),
                List.of(),
                PlanChange.between(workspace, workspace.with(kept), Set.of(kept.planKey())));
    }
}
