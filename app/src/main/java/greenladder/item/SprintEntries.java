package greenladder.item;

import greenladder.core.plan.SprintEntry;
import jakarta.persistence.EntityManagerFactory;
import java.util.List;
import org.hibernate.SessionFactory;
import org.springframework.stereotype.Component;

/** Reads the ledgers of sprints, which {@link ItemStore} writes with each operation. */
@Component
public class SprintEntries {
    private final SessionFactory sessions;

    SprintEntries(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** The ledger of a sprint, in the order of the log. */
    public List<SprintEntry> of(String sprint) {
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
