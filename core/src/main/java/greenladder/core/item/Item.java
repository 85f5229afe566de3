package greenladder.core.item;

import greenladder.core.rank.Rank;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * All planning facts of one goal, initiative, epic, feature, story or task, as they stand at one
 * moment.
 *
 * @param parent empty at the top, and for loose items
 * @param team its team's key
 * @param size own size in points, as entered; only on levels that carry points
 * @param firstEstimate the first size ever entered
 * @param hours only on levels that carry hours
 * @param blocked the reason why work on it cannot go on; empty where it can
 * @param details what only some items have
 * @param version counts its changes, from 1
 */
public record Item(
        ItemKey key,
        Level level,
        String kind,
        String title,
        String description,
        State state,
        @Nullable ItemKey parent,
        Rank rank,
        @Nullable String assignee,
        @Nullable String team,
        @Nullable Sprint sprint,
        @Nullable Release release,
        @Nullable Amount size,
        @Nullable Amount firstEstimate,
        @Nullable Amount value,
        Hours hours,
        @Nullable LocalDate start,
        @Nullable LocalDate finish,
        @Nullable String blocked,
        Details details,
        Instant createdAt,
        Instant updatedAt,
        long version) {

    /** This item with its sprint and its release as a workspace has them; the same where it is. */
    public Item replanned(Workspace workspace) {
        var itsSprint = sprint == null ? null : workspace.findSprint(sprint.key()).orElse(sprint);
        var itsRelease =
                release == null ? null : workspace.findRelease(release.key()).orElse(release);
        if (Objects.equals(itsSprint, sprint) && Objects.equals(itsRelease, release)) {
            return this;
        }
        return placed(parent, itsSprint, itsRelease);
    }

    /** This item without the one above it, for readers who may not see that one. */
    public Item withoutParent() {
        return placed(null, sprint, release);
    }

    private Item placed(
            @Nullable ItemKey above, @Nullable Sprint itsSprint, @Nullable Release itsRelease) {
        return new Item(
                key,
                level,
                kind,
                title,
                description,
                state,
                above,
                rank,
                assignee,
                team,
                itsSprint,
                itsRelease,
                size,
                firstEstimate,
                value,
                hours,
                start,
                finish,
                blocked,
                details,
                createdAt,
                updatedAt,
                version);
    }

    public Category category() {
        return state.category();
    }

    public boolean isDropped() {
        return category() == Category.DROPPED;
    }

    public boolean isDone() {
        return category() == Category.DONE;
    }

    /**
     * Whether its parts are all there is to it: somebody said so, or it is done. Until then a size
     * of its own above theirs stands.
     */
    public boolean isBrokenDown() {
        return isDone() || details.refinement().brokenDown();
    }

    /** Whether it has no parent at a level that should have one. */
    public boolean isLoose() {
        return parent == null && level.index() > 0;
    }

    /** Hours still to be worked; a done task has none left, whatever was last entered. */
    public @Nullable Amount remainingHours() {
        return isDone() && hours.remaining() != null ? Amount.ZERO : hours.remaining();
    }
}
