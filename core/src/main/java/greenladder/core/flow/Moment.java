package greenladder.core.flow;

import greenladder.core.item.Amount;
import greenladder.core.item.Category;
import greenladder.core.item.ItemKey;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What an item was from a moment on, until its next one.
 *
 * @param category null while the item is not there
 */
public record Moment(
        Instant at,
        @Nullable Category category,
        String level,
        String state,
        String kind,
        @Nullable Amount size,
        @Nullable ItemKey parent,
        @Nullable String team,
        @Nullable String sprint,
        @Nullable String release,
        @Nullable String assignee) {

    /** Whether it counts: it is there, and not dropped. */
    public boolean counts() {
        return category != null && category != Category.DROPPED;
    }

    /** Whether it counts and is not done. */
    public boolean isOpen() {
        return counts() && category != Category.DONE;
    }
}
