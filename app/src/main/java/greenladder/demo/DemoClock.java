package greenladder.demo;

import greenladder.core.people.Permission;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/**
 * The demo's clock: the system's with an offset that only grows. It starts in the past, so that the
 * sample history can happen day by day, and is at the present when that is done.
 */
@Component
@Profile("demo")
class DemoClock extends Clock {
    private final Clock system = Clock.systemUTC();
    private final AtomicReference<Duration> offset = new AtomicReference<>(Duration.ZERO);

    /**
     * @param start the moment at which the application is started; the present where it is blank
     */
    DemoClock(@Value("${greenladder.demo.start:}") String start) {
        if (!start.isBlank()) {
            goTo(Instant.parse(start));
        }
    }

    /** Whoever only reads leaves the time as it is: everybody lives by it. */
    static void requireMayMove(SignedIn me) {
        if (!me.may(Permission.WORK)) {
            throw new Failure.Forbidden("Whoever works here may let days go by.");
        }
    }

    /** Goes to a time; back only as long as the demo is being made. */
    void goTo(Instant time) {
        offset.set(Duration.between(system.instant(), time));
    }

    @Override
    public Instant instant() {
        return system.instant().plus(offset.get());
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return this;
    }
}
