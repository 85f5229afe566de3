package greenladder.operating;

import jakarta.persistence.EntityManager;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Asks the database for a row, so that health says what whoever asks for a page would find. */
@Component
class DatabaseHealth implements HealthIndicator {
    private final EntityManager entities;

    DatabaseHealth(EntityManager entities) {
        this.entities = entities;
    }

    @Override
    public Health health() {
        try {
            entities.createNativeQuery("select code from product fetch first 1 rows only")
                    .getResultList();
            return Health.up().build();
        } catch (RuntimeException e) {
            return Health.down(e).build();
        }
    }
}
