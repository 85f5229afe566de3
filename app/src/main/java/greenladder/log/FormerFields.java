package greenladder.log;

import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog.Point;
import jakarta.persistence.EntityManagerFactory;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reads back from the log what the fields of a product's items were. */
@Component
public class FormerFields {
    /** So many rows are read first; then twice as many each time, as long as they fit in memory. */
    /** In nanoseconds: the log keeps times so exactly. */
    private static final long MICROSECOND = 1_000;

    private static final int FIRST_STRETCH = 200;

    private static final int LONGEST_STRETCH = 20_000;

    /** So many items are asked for together. */
    private static final int TOGETHER = 500;

    /** To ask for an item costs as much as to read so many rows in turn. */
    private static final int WORTH = 4;

    private final SessionFactory sessions;

    FormerFields(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /**
     * What was at a moment.
     *
     * @param fields of the items that have changed since, the first value of each field before; of
     *     one that was not there, that alone
     * @param firstMade the number of the first item that was made since: from it on none was there,
     *     and {@code fields} may leave them out
     */
    public record Former(Map<ItemKey, Map<Field, Optional<String>>> fields, int firstMade) {}

    /**
     * What was at a moment. Time O(changes since), and no more than in proportion to the items that
     * were there then and their changes: those of what was made since are passed over.
     */
    public Former at(Instant moment, String product) {
        return sessions.fromStatelessSession(session -> new Reading(session, product).at(moment));
    }

    private record Row(Point point, String subject, String field, @Nullable String before) {
        boolean isOfMaking() {
            return before == null && Field.find(field).filter(Field.EXISTS::equals).isPresent();
        }
    }

    private static final class Reading {
        private final StatelessSession session;
        private final String product;
        private final Map<ItemKey, Map<Field, Optional<String>>> fields = new LinkedHashMap<>();

        /** Items that were not there then, with nothing that was before. */
        private final Set<ItemKey> absent = new HashSet<>();

        private long start;
        private int firstMade = Integer.MAX_VALUE;

        Reading(StatelessSession session, String product) {
            this.session = session;
            this.product = product;
        }

        Former at(Instant moment) {
            start = ChangeLog.firstSince(session, moment.plusNanos(MICROSECOND));
            read(new Point(start, -1));
            return new Former(fields, firstMade);
        }

        private void read(Point from) {
            var at = from;
            int stretch = FIRST_STRETCH;
            int read = 0;
            while (true) {
                var rows = after(at, stretch);
                rows.forEach(this::take);
                read += rows.size();
                if (rows.size() < stretch) {
                    return;
                }
                at = rows.getLast().point();
                if ((long) WORTH * (firstMade - 1) <= read) {
                    // Most of what is to come is of what came since.
                    readByItem(at);
                    return;
                }
                stretch = Math.min(2 * stretch, LONGEST_STRETCH);
            }
        }

        private void readByItem(Point after) {
            for (int number = 1; number < firstMade; number += TOGETHER) {
                var keys =
                        IntStream.range(number, Math.min(number + TOGETHER, firstMade))
                                .mapToObj(one -> new ItemKey(product, one).toString())
                                .toList();
                of(keys, after).forEach(this::take);
            }
        }

        private void take(Row row) {
            itemOf(row.subject())
                    .filter(key -> key.number() < firstMade && !absent.contains(key))
                    .ifPresent(key -> take(row, key));
        }

        private void take(Row row, ItemKey key) {
            var former = fields.get(key);
            if (former == null && row.isOfMaking()) {
                if (isNew(row.subject())) {
                    firstMade = key.number();
                    return;
                }
                absent.add(key);
            }
            if (former == null) {
                former = new HashMap<>();
                fields.put(key, former);
            }
            former.putIfAbsent(
                    Field.find(row.field()).orElseThrow(), Optional.ofNullable(row.before()));
        }

        /** Whether it was made since then, rather than brought back: numbers are given in turn. */
        private boolean isNew(String subject) {
            return session.createQuery(
                                    "select min(operation) from ChangeRow"
                                            + " where subject = :subject",
                                    Long.class)
                            .setParameter("subject", subject)
                            .getSingleResult()
                    >= start;
        }

        private Optional<ItemKey> itemOf(String subject) {
            return subject.startsWith(product)
                    ? ItemKey.parse(subject).filter(key -> key.product().equals(product))
                    : Optional.empty();
        }

        private List<Row> after(Point point, int most) {
            return rows(
                    session.createQuery(
                                    """
                                    select c.operation, c.place, c.subject, c.field, c.before
                                    from ChangeRow c
                                    where c.operation >= :operation
                                    and (c.operation > :operation or c.place > :place)
                                    order by c.operation, c.place
                                    """,
                                    Object[].class)
                            .setParameter("operation", point.operation())
                            .setParameter("place", point.place())
                            .setMaxResults(most)
                            .getResultList());
        }

        private List<Row> of(List<String> subjects, Point point) {
            return rows(
                    session.createQuery(
                                    """
                                    select c.operation, c.place, c.subject, c.field, c.before
                                    from ChangeRow c
                                    where c.subject in (:subjects) and c.operation >= :operation
                                    and (c.operation > :operation or c.place > :place)
                                    order by c.operation, c.place
                                    """,
                                    Object[].class)
                            .setParameter("subjects", subjects)
                            .setParameter("operation", point.operation())
                            .setParameter("place", point.place())
                            .getResultList());
        }

        private static List<Row> rows(List<Object[]> rows) {
            return rows.stream()
                    .map(row ->
                            new Row(
                                    new Point((Long) row[0], (Integer) row[1]),
                                    (String) row[2],
                                    (String) row[3],
                                    (String) row[4]))
                    .toList();
        }
    }
}
