package greenladder.people;

import greenladder.web.Failure;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Hashes passwords on a thread of its own, a few waiting and no more: hashing takes a processor for
 * long on purpose, and however many sign in at once, everybody else's requests go on.
 */
final class QueuedPasswordEncoder implements PasswordEncoder, AutoCloseable {
    /** So many wait; the last of them for about two seconds. */
    static final int MOST_WAITING = 24;

    private final PasswordEncoder encoder;
    private final ThreadPoolExecutor hashing;

    QueuedPasswordEncoder(PasswordEncoder encoder) {
        this.encoder = encoder;
        hashing =
                new ThreadPoolExecutor(
                        1,
                        1,
                        1,
                        TimeUnit.MINUTES,
                        new ArrayBlockingQueue<>(MOST_WAITING),
                        Thread.ofPlatform().daemon().name("passwords").factory());
        hashing.allowCoreThreadTimeOut(true);
    }

    @Override
    public @Nullable String encode(@Nullable CharSequence password) {
        return done(() -> encoder.encode(password));
    }

    @Override
    public boolean matches(@Nullable CharSequence password, @Nullable String hash) {
        return Boolean.TRUE.equals(done(() -> encoder.matches(password, hash)));
    }

    @Override
    public boolean upgradeEncoding(@Nullable String hash) {
        return encoder.upgradeEncoding(hash);
    }

    private <T> T done(Callable<T> work) {
        try {
            return hashing.submit(work).get();
        } catch (RejectedExecutionException e) {
            throw new Failure.Busy(
                    "Too many people sign in at the moment. Try again in a few seconds.");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Failure.Busy(
                    "Too many people sign in at the moment. Try again in a few seconds.");
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }

    int waiting() {
        return hashing.getQueue().size();
    }

    @Override
    public void close() {
        hashing.shutdownNow();
    }
}
