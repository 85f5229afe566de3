package greenladder.item;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/**
 * When operations happen. The log is numbered in the order of its times, so time stands still where
 * the computer's clock is set back, as it is now and then to be put right. One that was hours ahead
 * is not waited for.
 */
final class OperationTimes {
    private static final Duration LONGEST_WAIT = Duration.ofHours(1);

    private final Clock clock;
    private Instant latest;

    /**
     * @param latest when the last operation in the log was
     */
    OperationTimes(Clock clock, Instant latest) {
        this.clock = clock;
        this.latest = latest;
    }

    /** The database keeps microseconds; so does the snapshot in memory. */
    Instant now() {
        var now = clock.instant().truncatedTo(ChronoUnit.MICROS);
        boolean isBack = now.isBefore(latest) && now.isAfter(latest.minus(LONGEST_WAIT));
        return isBack ? latest : now;
    }

    Instant latest() {
        return latest;
    }

    /** There was an operation. */
    void went(Instant time) {
        latest = time;
    }
}
