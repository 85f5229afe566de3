package greenladder.talk;

import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Says where notices are not made any more; they will be once what stops them is mended. */
@Component
class FollowerHealth implements HealthIndicator {
    private final NoticeMaker notices;

    FollowerHealth(NoticeMaker notices) {
        this.notices = notices;
    }

    @Override
    public Health health() {
        return notices.isStuck()
                ? Health.down().withDetail("notices", "wait to be made; see the log").build()
                : Health.up().build();
    }
}
