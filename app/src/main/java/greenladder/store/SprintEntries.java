package greenladder.store;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import greenladder.core.plan.SprintEntry;
import jakarta.persistence.EntityManagerFactory;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import org.hibernate.SessionFactory;
import org.springframework.stereotype.Component;

/**
 * Reads the ledgers of sprints, which {@link ItemStore} writes with each operation. Those that were
 * read lately are kept: most operations write no line of them.
 */
@Component
public class SprintEntries {
    private static final int MOST_KEPT = 200;

    /** What another server writes is seen after that. */
    private static final Duration LONGEST_KEPT = Duration.ofSeconds(10);

    private final LoadingCache<String, List<SprintEntry>> kept =
            Caffeine.newBuilder()
                    .maximumSize(MOST_KEPT)
                    .expireAfterWrite(LONGEST_KEPT)
                    .build(this::read);

    private final SessionFactory sessions;

    SprintEntries(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** The ledger of a sprint, in the order of the log. */
    public List<SprintEntry> of(String sprint) {
        return kept.get(sprint);
    }

    /** Lines of ledgers were written, and are committed. */
    void wrote(Collection<SprintEntry> entries) {
        entries.forEach(entry -> kept.invalidate(entry.sprint()));
    }

    private List<SprintEntry> read(String sprint) {
        return sessions.fromStatelessSession(session ->
                session
                        .createQuery(
                                "from SprintEntryRow where sprint = :sprint order by id",
                                SprintEntryRow.class)
                        .setParameter("sprint", sprint)
                        .list()
                        .stream()
                        .map(SprintEntryRow::toEntry)
                        .toList());
    }

    boolean isEmpty() {
        return sessions.fromStatelessSession(session ->
                session.createQuery("from SprintEntryRow", SprintEntryRow.class)
                        .setMaxResults(1)
                        .list()
                        .isEmpty());
    }
}
