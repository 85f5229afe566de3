package greenladder.operating;

import greenladder.store.Verification;
import greenladder.store.Verification.Report;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Holds what is in memory against the log of late, so that health says when they part. {@code
 * ./ladder verify} names all that differs.
 */
@Component
class LogHealth implements HealthIndicator {
    private static final Logger LOG = LoggerFactory.getLogger(LogHealth.class);

    private final Verification verification;
    private final AtomicReference<@Nullable Report> last = new AtomicReference<>();

    LogHealth(Verification verification) {
        this.verification = verification;
    }

    @Scheduled(fixedDelay = 10, initialDelay = 10, timeUnit = TimeUnit.MINUTES)
    void look() {
        var report = verification.sinceLast();
        if (!report.agrees() || !report.unread().isEmpty()) {
            VerificationWords.lines(report).forEach(LOG::error);
        }
        last.set(report);
    }

    @Override
    public Health health() {
        var report = last.get();
        return report == null || report.agrees()
                ? Health.up().build()
                : Health.down().withDetail("differences", VerificationWords.lines(report)).build();
    }
}
