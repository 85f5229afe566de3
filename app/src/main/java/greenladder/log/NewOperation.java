package greenladder.log;

import greenladder.core.change.Change;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.plan.SprintEntry;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An operation that is to be written.
 *
 * @param undoes the number of the operation that it takes back
 * @param sprints what it makes of sprints
 */
public record NewOperation(
        Instant at,
        String actor,
        OperationKind kind,
        @Nullable Long undoes,
        List<Change> changes,
        List<PlanChange> plans,
        List<SprintEntry> sprints) {}
