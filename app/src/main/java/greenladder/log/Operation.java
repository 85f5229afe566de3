package greenladder.log;

import greenladder.core.change.OperationKind;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * An operation as the log keeps it.
 *
 * @param undoes the operation that it took back
 * @param undoneBy the operation that took it back
 */
public record Operation(
        long id,
        Instant at,
        String actor,
        OperationKind kind,
        @Nullable Long undoes,
        @Nullable Long undoneBy) {}
