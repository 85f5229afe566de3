package greenladder.store;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.snapshot.SnapshotDifference;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.log.ChangeLog;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Component;

/**
 * Holds the snapshot against the log: a snapshot of one operation and the log after it are the
 * snapshot of now.
 */
@Component
public class Verification {
    private static final int MOST_DIFFERENCES = 50;

    private final ChangeLog log;
    private final SnapshotKeeper keeper;

    /** Where the last look at what goes on began from. */
    private final AtomicReference<Settled> seen;

    /** A snapshot with the last operation that it has. */
    private record Settled(Snapshot snapshot, long operation) {}

    /**
     * What came of it.
     *
     * @param operations how many were lived through again
     * @param unread what of the log could not be, with the numbers of operations
     * @param differences where what is kept is not what the log says; some of them where it is many
     */
    public record Report(
            long operations, List<String> unread, List<SnapshotDifference> differences) {
        public boolean agrees() {
            return differences.isEmpty();
        }
    }

    Verification(ChangeLog log, SnapshotKeeper keeper) {
        this.log = log;
        this.keeper = keeper;
        this.seen = new AtomicReference<>(settled(keeper));
    }

    private static Settled settled(SnapshotKeeper keeper) {
        keeper.lock().lock();
        try {
            return new Settled(keeper.whole(), keeper.lastOperation());
        } finally {
            keeper.lock().unlock();
        }
    }

    /** Lives through the whole log, from nothing; time O(log). */
    public Report whole() {
        var now = settled(keeper);
        var kept = now.snapshot();
        var beginning = Snapshot.empty().with(LogReplay.beginning(log, kept.workspace()));
        var replay = new LogReplay(log, beginning).through(0, now.operation());
        var items = new TreeSet<>(replay.items());
        kept.order().slots().forEach(slot -> items.add(slot.key()));
        return report(replay, kept, items, replay.plans());
    }

    /** Lives through what was logged since the last time, from the snapshot of then. */
    public Report sinceLast() {
        var then = seen.get();
        var now = settled(keeper);
        var replay = new LogReplay(log, then.snapshot()).through(then.operation(), now.operation());
        var report = report(replay, now.snapshot(), replay.items(), replay.plans());
        if (report.agrees()) {
            seen.set(now);
        }
        return report;
    }

    private static Report report(
            LogReplay replay, Snapshot kept, TreeSet<ItemKey> items, TreeSet<PlanKey> plans) {
        var expected = replay.snapshot();
        var differences = new ArrayList<>(SnapshotDifference.ofAll(expected, kept));
        differences.addAll(SnapshotDifference.ofPlans(expected, kept, plans));
        differences.addAll(SnapshotDifference.ofItems(expected, kept, items, MOST_DIFFERENCES));
        return new Report(
                replay.operations(),
                List.copyOf(replay.unread()),
                differences.stream().limit(MOST_DIFFERENCES).toList());
    }
}
