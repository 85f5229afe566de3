package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Change;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Takes a release away.
 *
 * @param release its key
 * @param itemsTo where its items go: {@link CloseSprint#BACKLOG} for none, or the key of another
 *     release; null where it is to be empty
 */
public record RemoveRelease(String release, @Nullable String itemsTo) implements PlanCommand {

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.release(release));
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var changes = new ArrayList<Change>();
        if (itemsTo != null) {
            var to = CloseSprint.BACKLOG.equals(itemsTo) ? null : itemsTo;
            for (var node : snapshot.marked(Mark.RELEASE, release)) {
                var item = node.item();
                if (to != null
                        && !isOpenFor(snapshot.workspace(), to, item.key().product(), release)) {
                    wrong(found, "items", "%s cannot go to that release.", item.key());
                }
                changes.add(new Change(item.key(), Field.RELEASE, release, to));
            }
        }
        return PlanCommand.drawn(snapshot, plan(snapshot, at, found), plans(), changes);
    }

    /** Whether the work of a product can go from one release to another. */
    static boolean isOpenFor(Workspace workspace, String key, String product, String from) {
        return !key.equals(from)
                && workspace
                        .findRelease(key)
                        .filter(one -> one.isOf(product) && !one.isReleased())
                        .isPresent();
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        return snapshot.workspace().withoutRelease(release);
    }
}
