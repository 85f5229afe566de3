package greenladder.log;

import java.time.Instant;
import java.util.function.Predicate;
import org.hibernate.StatelessSession;

/**
 * Operations are numbered in the order of their times, so that a moment is found among them by
 * halving: an index by time would have to be written with every change.
 */
final class OperationNumbers {
    private OperationNumbers() {}

    private record Numbered(long id, Instant at) {}

    /**
     * The number of the first operation at or after a moment; one that no operation has yet where
     * there is none. Time O(log n).
     */
    static long since(StatelessSession session, Instant moment) {
        return first(session, at -> !at.isBefore(moment));
    }

    /** The number of the first operation after a moment, or one that none has yet. */
    static long after(StatelessSession session, Instant moment) {
        return first(session, at -> at.isAfter(moment));
    }

    private static long first(StatelessSession session, Predicate<Instant> isIn) {
        var last = session.createQuery("select max(id) from OperationRow", Long.class);
        long end = last.getSingleResultOrNull() instanceof Long id ? id + 1 : 1;
        long before = 0;
        long first = end;
        while (before + 1 < end) {
            long middle = (before + end) >>> 1;
            // Some numbers were never given.
            var there = from(session, middle);
            if (isIn.test(there.at())) {
                first = there.id();
                end = middle;
            } else {
                before = there.id();
            }
        }
        return first;
    }

    private static Numbered from(StatelessSession session, long number) {
        return session.createQuery(
                        "select id, at from OperationRow where id >= :number order by id",
                        Numbered.class)
                .setParameter("number", number)
                .setMaxResults(1)
                .getSingleResult();
    }
}
