package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.Tasks;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;

/**
 * Puts items on another level. A parent that is not above it any more makes room for the nearest
 * one that is.
 */
public record ChangeLevel(List<ItemKey> items, String level, Misfits misfits) implements Command {
    public ChangeLevel {
        items = List.copyOf(items);
    }

    /** What becomes of children that would not stand below the new level. */
    public enum Misfits {
        REFUSE,
        /** They go beside the item, under its parent. */
        BESIDE,
        /** They go as many levels down as they need, and theirs with them. */
        DOWN
    }

    @Override
    public OperationKind kind() {
        return OperationKind.LEVEL;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Tasks.are(snapshot, items)
                        && items.stream().allMatch(key -> Tasks.is(snapshot, key.product(), level))
                ? Permission.WORK
                : Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new LevelChange(snapshot, this, found).draw();
    }
}
