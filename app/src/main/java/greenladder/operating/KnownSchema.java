package greenladder.operating;

import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationState;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.stereotype.Component;

/** Refuses a database that a newer program has written, rather than misread it. */
@Component
class KnownSchema implements FlywayMigrationStrategy {
    /** The database is newer than the program. */
    static final class TooNew extends IllegalStateException {
        private static final long serialVersionUID = 1L;

        TooNew(String version) {
            super(
                    "The database was written by a newer Green Ladder (schema %s). Start that version, or restore a backup made by this one."
                            .formatted(version));
        }
    }

    @Override
    public void migrate(Flyway flyway) {
        for (var migration : flyway.info().all()) {
            if (migration.getState() == MigrationState.FUTURE_SUCCESS
                    || migration.getState() == MigrationState.FUTURE_FAILED) {
                throw new TooNew(String.valueOf(migration.getVersion()));
            }
        }
        flyway.migrate();
    }
}
