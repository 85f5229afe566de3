package greenladder.api;

import greenladder.core.change.Problems;
import greenladder.web.Failure;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A list as every list is answered.
 *
 * @param next the cursor to ask on with; null at the end
 */
public record Page<T>(List<T> items, @Nullable String next) {
    public static final int DEFAULT_LIMIT = 100;
    static final int MOST = 500;

    public static void requireLimit(int limit) {
        if (limit < 1 || limit > MOST) {
            throw new Failure.Invalid(
                    Problems.of(
                            "limit", "The limit is a whole number from 1 to %d.".formatted(MOST)));
        }
    }
}
