package greenladder.log;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * Which changes of the whole log are asked for.
 *
 * @param from the first moment; null for no such
 * @param to the first moment after; null for no such
 * @param by sign-in name of who made them; null for anybody
 * @param subject the key of an item, or of a part of the plan; null for all
 * @param product null for all
 * @param field null for all
 */
public record Search(
        @Nullable Instant from,
        @Nullable Instant to,
        @Nullable String by,
        @Nullable String subject,
        @Nullable String product,
        @Nullable String field) {}
