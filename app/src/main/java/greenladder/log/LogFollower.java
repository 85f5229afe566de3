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

    private static final Duration FIRST_PAUSE = Duration.ofMillis(250);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(1);
    private static final int MOST_TRIES = 70;

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

    /** Asks how far the reader has noted that it has come. */
    private volatile LongSupplier standing = () -> 0;

    /** How often what comes next could not be taken. */
    private volatile int tries;

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
     * @param begin how far the reader has noted that it has come; asked on the follower's thread,
     *     and again after a failure
     */
    public void start(LongSupplier begin) {
        standing = begin;
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
        try {
            for (var next = next(); !next.isEmpty(); next = next()) {
                reader.read(next);
                position = next.getLast().operation().id();
                tries = 0;
            }
        } catch (RuntimeException e) {
            tryAgain(e);
        }
    }

    private List<Entry> next() {
        long last = known.getAsLong();
        // After a failure one at a time, so that it is known which one it is.
        return log.entriesAfter(position, tries == 0 ? STEP : 1).stream()
                .takeWhile(entry -> entry.operation().id() <= last)
                .toList();
    }

    /**
     * Goes on later from where the reader stands: of what it was given it may have taken some. What
     * still cannot be taken after an hour is passed over, lest all the rest waits for it for ever.
     */
    private void tryAgain(RuntimeException why) {
        tries++;
        LOG.error("the log could not be followed after operation {}, try {}", position, tries, why);
        try {
            position = Math.max(position, standing.getAsLong());
            if (tries > MOST_TRIES) {
                position++;
                tries = 1;
                LOG.error("operation {} is passed over", position);
            }
        } catch (RuntimeException e) {
            LOG.error("where the reader stands cannot be asked", e);
        }
        long pause =
                Math.min(LONGEST_PAUSE.toMillis(), FIRST_PAUSE.toMillis() << Math.min(tries, 10));
        if (!worker.isShutdown()) {
            CompletableFuture.runAsync(
                    this::readOn,
                    CompletableFuture.delayedExecutor(pause, TimeUnit.MILLISECONDS, worker));
        }
    }

    /** Whether it could not go on, and waits to try again. */
    public boolean isStuck() {
        return tries > 0;
    }

    @Override
    public void close() {
        worker.shutdown();
    }
}
