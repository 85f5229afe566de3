package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Change;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.release.Release;
import greenladder.core.release.ReleasePicture;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Changes a release, and releases it or takes that back.
 *
 * @param release as it is to be; when it was released, and how it stood then, is not looked at
 * @param released null leaves it as it is
 * @param unfinishedTo where what is not done goes when it is released: {@link CloseSprint#BACKLOG}
 *     or the key of another release
 */
public record ChangeRelease(Release release, @Nullable Boolean released, String unfinishedTo)
        implements PlanCommand {

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.release(release.key()));
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var was = snapshot.workspace().findRelease(release.key()).orElseThrow();
        var changes = new ArrayList<Change>();
        if (Boolean.TRUE.equals(released) && !was.isReleased()) {
            boolean toBacklog = unfinishedTo.equals(CloseSprint.BACKLOG);
            for (var node : snapshot.marked(Mark.RELEASE, release.key())) {
                var item = node.item();
                if (!SprintPart.isOpen(item)) {
                    continue;
                }
                if (!toBacklog
                        && !RemoveRelease.isOpenFor(
                                snapshot.workspace(),
                                unfinishedTo,
                                item.key().product(),
                                release.key())) {
                    wrong(found, "unfinishedTo", "%s cannot go to that release.", item.key());
                    break;
                }
                changes.add(
                        new Change(
                                item.key(),
                                Field.RELEASE,
                                release.key(),
                                toBacklog ? null : unfinishedTo));
            }
        }
        return PlanCommand.drawn(snapshot, plan(snapshot, at, found), plans(), changes);
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        var was = snapshot.workspace().findRelease(release.key()).orElseThrow();
        if (released == null || released == was.isReleased()) {
            return snapshot.workspace().with(release.released(was.releasedAt(), was.picture()));
        }
        return snapshot.workspace()
                .with(
                        released
                                ? release.released(at, picture(snapshot, was))
                                : release.released(null, null));
    }

    private static ReleasePicture picture(Snapshot snapshot, Release release) {
        var fill =
                Objects.requireNonNull(
                        ReleaseFill.of(snapshot, List.of(release), new Capacities(snapshot))
                                .get(release.key()));
        return new ReleasePicture(fill.items(), fill.planned(), fill.done(), fill.capacity());
    }
}
