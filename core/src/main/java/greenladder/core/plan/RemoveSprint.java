package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Change;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Refinement;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Takes a sprint away.
 *
 * @param sprint its key
 * @param itemsTo where its items go: {@link CloseSprint#BACKLOG} or the key of another sprint; null
 *     where it is to be empty
 */
public record RemoveSprint(String sprint, @Nullable String itemsTo) implements PlanCommand {

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.sprint(sprint));
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var changes = new ArrayList<Change>();
        var it = snapshot.workspace().findSprint(sprint).orElseThrow();
        var to = CloseSprint.BACKLOG.equals(itemsTo) ? null : itemsTo;
        if (to != null
                && snapshot.workspace()
                        .findSprint(to)
                        .filter(one ->
                                one.team().equals(it.team())
                                        && !one.isClosed()
                                        && !one.key().equals(sprint))
                        .isEmpty()) {
            wrong(found, "items", "Items go to the backlog or to an open sprint of the team.");
        } else if (itemsTo != null) {
            for (var node : snapshot.marked(Mark.SPRINT, sprint)) {
                changes.add(new Change(node.item().key(), Field.SPRINT, sprint, to));
            }
        }
        for (var node : snapshot.marked(Mark.CANDIDATE_FOR, sprint)) {
            changes.add(new Change(node.item().key(), Field.CANDIDATE, sprint, Refinement.NEXT));
        }
        return PlanCommand.drawn(snapshot, plan(snapshot, at, found), plans(), changes);
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        return snapshot.workspace().withoutSprint(sprint);
    }
}
