package greenladder.core.item;

import greenladder.core.rank.Rank;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * All planning facts of one goal, initiative, epic, feature, story or task, as they stand at one
 * moment.
 *
 * @param parent empty at the top, and for loose items
 * @param team its team's key; so with the sprint and the release
 * @param size own size in points, as entered; only on levels that carry points
 * @param firstEstimate the first size ever entered
 * @param hours only on levels that carry hours
 * @param raisedBy sign-in name of who made it; null where nobody knows any more
 * @param blocked the reason why work on it cannot go on; empty where it can
 * @param details what only some items have
 * @param times when it came to where it stands
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
        @Nullable String sprint,
        @Nullable String release,
        @Nullable Amount size,
        @Nullable Amount firstEstimate,
        @Nullable Amount value,
        Hours hours,
        @Nullable LocalDate start,
        @Nullable LocalDate finish,
        @Nullable String blocked,
        Details details,
        Times times,
        @Nullable String raisedBy,
        Instant createdAt,
        Instant updatedAt,
        long version) {

    /** This item without the one above it, for readers who may not see that one. */
    public Item withoutParent() {
        return new Item(
                key,
                level,
                kind,
                title,
                description,
                state,
                null,
                rank,
                assignee,
                team,
                sprint,
                release,
                size,
                firstEstimate,
                value,
                hours,
                start,
                finish,
                blocked,
                details,
                times,
                raisedBy,
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
