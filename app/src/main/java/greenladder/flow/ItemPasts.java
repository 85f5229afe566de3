package greenladder.flow;

import greenladder.core.flow.ItemPast;
import greenladder.core.flow.PastFold;
import greenladder.item.SnapshotKeeper;
import greenladder.log.ChangeLog;
import greenladder.log.LogFollower;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Items over time: folded from the log when they are first asked for, then only from where the log
 * was last read. Kept in memory; the log is the truth.
 */
@Component
public class ItemPasts {
    private final ChangeLog log;
    private final SnapshotKeeper keeper;
    private final PastFold fold = new PastFold();
    private long read;

    ItemPasts(ChangeLog log, SnapshotKeeper keeper) {
        this.log = log;
        this.keeper = keeper;
    }

    /** The items of a product over time, up to the last operation in the log. */
    public synchronized List<ItemPast> of(String product) {
        var workspace = keeper.whole().workspace();
        for (var next = log.entriesAfter(read, LogFollower.STEP);
                !next.isEmpty();
                next = log.entriesAfter(read, LogFollower.STEP)) {
            next.forEach(entry -> fold.take(entry.operation().at(), entry.changes(), workspace));
            read = next.getLast().operation().id();
        }
        return fold.of(product);
    }
}
