package greenladder.talk;

import greenladder.core.value.ItemKey;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What somebody said about an item.
 *
 * @param text CommonMark; {@code @handle} mentions somebody
 * @param replyTo the first comment of the talk that it belongs to; null for a first one
 * @param settledBy who said that the talk is settled; null while it is open
 */
public record Comment(
        long id,
        ItemKey item,
        String author,
        Instant at,
        @Nullable Instant editedAt,
        String text,
        @Nullable Long replyTo,
        @Nullable String settledBy) {}
