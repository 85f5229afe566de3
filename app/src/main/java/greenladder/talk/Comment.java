package greenladder.talk;

import greenladder.core.item.ItemKey;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What somebody said about an item.
 *
 * @param text CommonMark; {@code @handle} mentions somebody
 */
public record Comment(
        long id,
        ItemKey item,
        String author,
        Instant at,
        @Nullable Instant editedAt,
        String text) {}
