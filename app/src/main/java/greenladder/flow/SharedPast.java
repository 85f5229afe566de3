package greenladder.flow;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.core.flow.HistoryProjection;
import greenladder.core.flow.Past;
import greenladder.core.workspace.Workspace;
import greenladder.log.ChangeLog;
import greenladder.store.SnapshotKeeper;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The whole past: folded from the log once after a start, then only from where the log was last
 * read; and anew where levels or states are not what they were. Changed under the write lock, asked
 * under the read lock.
 */
final class SharedPast {
    /** So many operations are read at once. */
    private static final int STEP = 2_000;

    /** So many answers of one past are kept. */
    private static final int MOST_ANSWERS = 40;

    private final ChangeLog log;
    private final SnapshotKeeper keeper;
    private final ReentrantReadWriteLock lock = new ReentrantReadWriteLock();

    /** What was asked of it since it last went on, with the answers. */
    private final Cache<Object, Object> answers =
            Caffeine.newBuilder().maximumSize(MOST_ANSWERS).build();

    private @Nullable State state;

    /**
     * How far it was folded, and in what workspace.
     *
     * @param meaning another one means that all was folded anew
     */
    record State(HistoryProjection fold, Workspace workspace, Meaning meaning, long read) {}

    SharedPast(ChangeLog log, SnapshotKeeper keeper) {
        this.log = log;
        this.keeper = keeper;
    }

    <T> T read(BiFunction<Past, Cache<Object, Object>, T> question) {
        return ask(now -> question.apply(Past.of(now.fold()), answers));
    }

    /** Asks it as far as everybody sees. A question within another sees the same. */
    <T> T ask(Function<State, T> question) {
        boolean isWithin = lock.getReadHoldCount() > 0;
        lock.readLock().lock();
        try {
            var now = state;
            if (now != null && (isWithin || isLatest(now))) {
                return question.apply(now);
            }
        } finally {
            lock.readLock().unlock();
        }
        State now;
        lock.writeLock().lock();
        try {
            now = goneOn();
            state = now;
            lock.readLock().lock();
        } finally {
            lock.writeLock().unlock();
        }
        try {
            return question.apply(now);
        } finally {
            lock.readLock().unlock();
        }
    }

    private boolean isLatest(State now) {
        return now.read() >= keeper.lastOperation()
                && now.workspace() == keeper.whole().workspace();
    }

    private State goneOn() {
        long last = keeper.lastOperation();
        var workspace = keeper.whole().workspace();
        var was = state;
        var meaning =
                was != null && was.workspace() == workspace ? was.meaning() : Meaning.of(workspace);
        if (was == null || !was.meaning().equals(meaning)) {
            answers.invalidateAll();
            was = new State(new HistoryProjection(workspace.zone()), workspace, meaning, 0);
        }
        for (long from = was.read(); from < last; from += STEP) {
            for (var step :
                    log.steps(from, Math.min(last, from + STEP), HistoryProjection.FIELDS)) {
                was.fold().take(step.at(), step.by(), step.changes(), workspace);
                answers.invalidateAll();
            }
        }
        return new State(was.fold(), workspace, was.meaning(), Math.max(was.read(), last));
    }
}
