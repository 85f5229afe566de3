package greenladder.store;

import greenladder.core.snapshot.HiddenScope;
import greenladder.core.snapshot.RestrictedSnapshot;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.workspace.Workspace;
import greenladder.log.ChangeLog;
import greenladder.log.Operation;
import greenladder.people.SignedIn;
import java.time.Clock;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Holds the current snapshot: loaded at start, moved on after each commit, in commit order. Reading
 * it takes no lock.
 */
@Component
public class SnapshotKeeper {
    private static final Logger LOG = LoggerFactory.getLogger(SnapshotKeeper.class);

    private final AtomicReference<Snapshot> current;
    private final ReentrantLock lock = new ReentrantLock();

    /** What readers see from whom something is hidden; made when it is asked for. */
    private final Map<HiddenScope, Kept> seen = new ConcurrentHashMap<>();

    private static final int MOST_SEEN = 200;

    /** After so many changes it is made anew, so that it shares with the whole what it can. */
    private static final int MOST_FOLLOWED = 300;

    /** What nobody looks at is brought up to date all the same, lest it cannot be any more. */
    private static final int FAR_BEHIND = 100;

    /** How often there was another snapshot. */
    private volatile long changes;

    /**
     * @param before what was seen at the change before
     * @param changes how many there had been, about
     * @param made how many when it was made; from then on its indexes go ways of their own
     */
    private record Kept(
            RestrictedSnapshot seen, @Nullable RestrictedSnapshot before, long changes, long made) {
        static Kept of(Snapshot whole, HiddenScope hiddenScope, long changes) {
            return new Kept(RestrictedSnapshot.of(whole, hiddenScope), null, changes, changes);
        }

        Optional<Kept> following(Snapshot whole, long changesNow) {
            return changesNow - made > MOST_FOLLOWED
                    ? Optional.empty()
                    : seen.following(whole).map(next -> new Kept(next, seen, changesNow, made));
        }
    }

    private final ItemStore store;
    private final Clock clock;

    /** The last operation that the current snapshot surely has. */
    private final AtomicLong lastOperation = new AtomicLong();

    private volatile Instant lastTime;

    /** A commit failed, and the database may have kept it all the same. */
    private boolean doubtful;

    SnapshotKeeper(ItemStore store, ChangeLog log, SprintEntries ledgers, Clock clock) {
        this.clock = clock;
        this.store = store;
        lastOperation.set(log.lastOperation());
        lastTime = log.findOperation(log.lastOperation()).map(Operation::at).orElse(Instant.EPOCH);
        current = new AtomicReference<>(loaded());
        var workspace = whole().workspace();
        if (!workspace.sprintsByKey().isEmpty() && ledgers.isEmpty()) {
            try {
                store.writeLedger(LedgerReplay.of(log, workspace));
            } catch (RuntimeException e) {
                // Reports of old sprints stay empty; everything else is as it should be.
                LOG.warn("the ledgers of sprints could not be made out of the log", e);
            }
        }
    }

    private Snapshot loaded() {
        var workspace = Workspace.EMPTY.in(clock.getZone());
        workspace = store.loadPlans(workspace).workspace();
        var snapshot = Snapshot.empty().with(workspace);
        for (var number : store.loadLastNumbers().entrySet()) {
            snapshot = snapshot.withLastNumber(number.getKey(), number.getValue());
        }
        return snapshot.withItems(store.loadItems(workspace))
                .withGoneReaders(store.loadGoneReaders());
    }

    /** The last operation of the log that {@link #whole} surely has. */
    public long lastOperation() {
        return lastOperation.get();
    }

    /** Told in the order of the log, after {@link #advance}. */
    void has(long operation, Instant at) {
        lastOperation.set(operation);
        lastTime = at;
    }

    /** When the last operation was; no later one is earlier, whatever the clock says. */
    Instant lastTime() {
        return lastTime;
    }

    /** Everything there is, whoever asks. */
    public Snapshot whole() {
        return current.get();
    }

    /** Everything there is but what is hidden from a reader. */
    public Snapshot seenBy(SignedIn reader) {
        var whole = whole();
        var hiddenScope = hiddenScopeOf(reader, whole);
        if (hiddenScope.isClear()) {
            return whole;
        }
        var kept = seen.get(hiddenScope);
        if (kept == null || kept.seen().whole() != whole) {
            kept =
                    Optional.ofNullable(kept)
                            .flatMap(was -> was.following(whole, changes))
                            .orElseGet(() -> Kept.of(whole, hiddenScope, changes));
            if (seen.size() >= MOST_SEEN) {
                seen.clear();
            }
            seen.put(hiddenScope, kept);
        }
        return kept.seen().snapshot();
    }

    /** What a reader saw of an earlier snapshot of everything; quick for that before the last. */
    public Snapshot seenOf(Snapshot whole, SignedIn reader) {
        var hiddenScope = hiddenScopeOf(reader, whole);
        if (hiddenScope.isClear()) {
            return whole;
        }
        return Stream.ofNullable(seen.get(hiddenScope))
                .flatMap(kept ->
                        Stream.concat(Stream.of(kept.seen()), Stream.ofNullable(kept.before())))
                .filter(one -> one.whole() == whole)
                .findFirst()
                .orElseGet(() -> RestrictedSnapshot.of(whole, hiddenScope))
                .snapshot();
    }

    /** What is hidden from a reader in a snapshot of everything; nothing from the application. */
    public static HiddenScope hiddenScopeOf(SignedIn reader, Snapshot whole) {
        return reader.equals(SignedIn.SYSTEM)
                ? HiddenScope.CLEAR
                : HiddenScope.of(whole, reader.handle(), reader.hidden());
    }

    /** Held by whoever decides on the current snapshot what the next one is. */
    ReentrantLock lock() {
        return lock;
    }

    /** Nobody knows whether the last commit is kept; the next decision asks the database. */
    void doubt() {
        doubtful = true;
    }

    /** Everything there is, for whoever holds the lock and decides on it. */
    Snapshot settled() {
        if (doubtful) {
            current.set(loaded());
            doubtful = false;
        }
        return whole();
    }

    void advance(UnaryOperator<Snapshot> step) {
        lock.lock();
        try {
            var next = current.updateAndGet(step);
            changes++;
            seen.forEach((hiddenScope, kept) -> {
                if (changes - kept.changes() >= FAR_BEHIND) {
                    seen.computeIfPresent(
                            hiddenScope, (any, was) -> was.following(next, changes).orElse(null));
                }
            });
        } finally {
            lock.unlock();
        }
    }
}
