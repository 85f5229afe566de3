package greenladder.core.work;

import greenladder.core.change.Change;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.ItemCommand;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Tells in one step what became of an item: fields of it, and hours worked on it.
 *
 * @param hours null where none are entered
 */
public record ReportWork(ItemKey item, Map<String, String> fields, @Nullable LogHours hours)
        implements ItemCommand {
    public ReportWork {
        fields = Map.copyOf(fields);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var changes = new ArrayList<Change>();
        if (!fields.isEmpty()) {
            changes.addAll(
                    new EditItems(List.of(item), fields).propose(snapshot, at, found).changes());
        }
        if (hours != null) {
            changes.addAll(hours.propose(snapshot, at, found).changes());
        }
        return new Proposal(List.of(item), changes);
    }
}
