package greenladder.api;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A list as every list is answered.
 *
 * @param next the cursor to ask on with; null at the end
 */
record Page<T>(List<T> items, @Nullable String next) {
    static final int DEFAULT_LIMIT = 100;
    static final int MOST = 500;
}
