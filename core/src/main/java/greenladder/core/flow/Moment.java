package greenladder.core.flow;

import greenladder.core.item.Amount;
import greenladder.core.item.Category;
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
        @Nullable Amount size,
        @Nullable String team) {

    /** Whether it counts: it is there, and not dropped. */
    boolean counts() {
        return category != null && category != Category.DROPPED;
    }
}
