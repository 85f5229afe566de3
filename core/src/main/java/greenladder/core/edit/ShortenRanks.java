package greenladder.core.edit;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;

/** Gives the items around one whose rank has grown long short ranks again, in the same order. */
public record ShortenRanks(ItemKey around) implements Command {
    @Override
    public OperationKind kind() {
        return OperationKind.RANKS;
    }

    @Override
    public List<ItemKey> items() {
        return List.of(around);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.READ;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        return new Shortening(snapshot, around).draw();
    }
}
