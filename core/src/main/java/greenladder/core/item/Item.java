package greenladder.core.item;

import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.State;
import greenladder.core.rank.Rank;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.function.Predicate;
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

    /**
     * This item as whoever sees it from whom others are hidden: neither under one of these nor
     * naming one.
     */
    public Item without(Predicate<ItemKey> hidden) {
        var above = parent == null || hidden.test(parent) ? null : parent;
        var left = details.without(hidden);
        return above == parent && left == details ? this : with(above, left);
    }

    /** This item as it would stand at the top. */
    public Item withoutParent() {
        return with(null, details);
    }

    private Item with(@Nullable ItemKey above, Details other) {
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
                sprint,
                release,
                size,
                firstEstimate,
                value,
                hours,
                start,
                finish,
                blocked,
                other,
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
