package greenladder.log;

import greenladder.log.ChangeLog.Entry;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.LongSupplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Reads the change log on behalf of something that is made from it, behind the answers, in order
 * and on a thread of its own. It goes on where the reader left off: the reader notes how far it has
 * come together with what it makes. It is the log that is read, so nothing is missed that was
 * written while nobody followed, or by somebody else.
 */
public final class LogFollower implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(LogFollower.class);

    /**
     * So long it waits for more, once there is something: what comes close together is read at
     * once. Nobody sees that a notice is a fifth of a second old.
     */
    private static final Duration PAUSE = Duration.ofMillis(200);

    /** How many operations a reader is given at once. */
    public static final int STEP = 500;

    /** What is made from the log. */
    public interface Reader {
        /** Takes what comes next, at most {@link #STEP} operations, the oldest first. */
        void read(List<Entry> entries);
    }

    private final ChangeLog log;
    private final LongSupplier known;
    private final Reader reader;
    private final ExecutorService worker;

    /** The last operation that was read; the worker's own once it has started. */
    private volatile long position;

    private volatile boolean started;

    private volatile CompletableFuture<Void> latest = CompletableFuture.completedFuture(null);

    /** Whether the log has gone on, and it will be read before long. */
    private final AtomicBoolean due = new AtomicBoolean();

    private final Executor later;

    /**
     * @param known the last operation that everybody sees: one that is only just committed is not
     *     followed before the reader can see what it did
     * @param name of its thread
     */
    public LogFollower(ChangeLog log, LongSupplier known, String name, Reader reader) {
        this.log = log;
        this.known = known;
        this.reader = reader;
        this.worker = Executors.newSingleThreadExecutor(Thread.ofVirtual().name(name).factory());
        this.later =
                CompletableFuture.delayedExecutor(PAUSE.toMillis(), TimeUnit.MILLISECONDS, worker);
    }

    /**
     * Begins after an operation.
     *
     * @param begin asked on the follower's thread
     */
    public void start(LongSupplier begin) {
        started = true;
        latest =
                CompletableFuture.runAsync(
                        () -> {
                            position = begin.getAsLong();
                            readOn();
                        },
                        worker);
    }

    /** The log has gone on. */
    public void wake() {
        if (started && due.compareAndSet(false, true)) {
            latest = CompletableFuture.runAsync(this::readOn, later);
        }
    }

    /** Waits until all that was logged so far is read, though not longer than this. */
    public void await(Duration patience) {
        if (due.get()) {
            latest = CompletableFuture.runAsync(this::readOn, worker);
        }
        try {
            latest.get(patience.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException | ExecutionException e) {
            LOG.debug("went on before the log was read", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void readOn() {
        due.set(false);
        for (var next = next(); !next.isEmpty(); next = next()) {
            take(next);
            position = next.getLast().operation().id();
        }
    }

    private List<Entry> next() {
        long last = known.getAsLong();
        return log.entriesAfter(position, STEP).stream()
                .takeWhile(entry -> entry.operation().id() <= last)
                .toList();
    }

    /** What cannot be taken is passed over: the rest must not wait for it for ever. */
    private void take(List<Entry> entries) {
        try {
            reader.read(entries);
        } catch (RuntimeException e) {
            if (entries.size() == 1) {
                LOG.error("operation {} could not be followed", entries.getFirst().operation(), e);
            } else {
                entries.forEach(one -> take(List.of(one)));
            }
        }
    }

    @Override
    public void close() {
        worker.shutdown();
    }
}
