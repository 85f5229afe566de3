package greenladder.log;

import greenladder.core.change.OperationKind;
import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.log.ChangeLog.Point;
import greenladder.log.LogRows.ChangeRow;
import greenladder.log.LogRows.OperationRow;
import jakarta.persistence.EntityManagerFactory;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks through the whole log: what anybody changed, and what things were before. */
@Component
public class LogSearch {
    private static final int OPERATIONS = 50;

    /** An operation with more rows than this is asked for alone; places go from 0 on. */
    private static final int LONG = 100;

    /** After so many of these with nothing that is looked for, they are asked together. */
    private static final int MISSES = 10;

    /** A place behind all changes of an operation. */
    private static final int THROUGH = 999_999_999;

    private static final Instant NEVER = Instant.parse("9999-01-01T00:00:00Z");

    private static final int MOST_OPERATIONS = 5_000;

    private final SessionFactory sessions;

    LogSearch(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** One row of the whole log; its subject is an item's key or that of a part of the plan. */
    public record Row(
            Point point,
            Instant at,
            String actor,
            String subject,
            String field,
            @Nullable String before,
            @Nullable String after) {
        /** The item that it is about; empty for a part of the plan. */
        public Optional<ItemKey> item() {
            return ItemKey.parse(subject);
        }
    }

    /**
     * @param next where to go on; null at the end of the log
     */
    public record Found(List<Row> rows, @Nullable Point next) {}

    /**
     * Rows of the whole log, the newest operation first. Goes from operation to operation, so that
     * it costs what it finds, however long the log is; after a few thousand operations without
     * enough it says where to go on.
     *
     * @param before where the page before ended; null for the newest
     */
    public Found search(Search search, @Nullable Point before, int most) {
        return search.subject() == null
                ? byOperation(search, before, most)
                : ofSubject(search, before, most);
    }

    private Found ofSubject(Search search, @Nullable Point before, int most) {
        var rows =
                sessions.fromStatelessSession(session -> {
                    var conditions = Conditions.ofOperation(session, search);
                    conditions.add("c.subject = :subject", "subject", search.subject());
                    conditions.add("c.field = :field", "field", search.field());
                    var query =
                            session.createQuery(
                                    """
                                    select c, o from ChangeRow c
                                    join OperationRow o on o.id = c.operation
                                    where o.what <> :hidden and (c.operation < :operation
                                        or c.operation = :operation and c.place > :place)
                                    %s order by c.operation desc, c.place
                                    """
                                            .formatted(conditions.text),
                                    Object[].class);
                    conditions.values.forEach(query::setParameter);
                    return query
                            .setParameter("hidden", OperationKind.RANKS.label())
                            .setParameter(
                                    "operation",
                                    before == null ? Long.MAX_VALUE : before.operation())
                            .setParameter("place", before == null ? -1 : before.place())
                            .setMaxResults(most)
                            .list()
                            .stream()
                            .map(pair -> row((ChangeRow) pair[0], (OperationRow) pair[1]))
                            .toList();
                });
        return new Found(rows, rows.size() < most ? null : rows.getLast().point());
    }

    private Found byOperation(Search search, @Nullable Point before, int most) {
        return sessions.fromStatelessSession(session -> {
            var conditions = Conditions.ofOperation(session, search);
            var rows = new ArrayList<Row>();
            var at = before;
            int misses = 0;
            for (int looked = 0; looked < MOST_OPERATIONS; looked += OPERATIONS) {
                var operations = operations(session, search, conditions, at);
                var alone = longOnes(session, operations);
                if (at != null && at.place() != THROUGH) {
                    alone.add(at.operation());
                }
                var worth = misses < MISSES ? alone : having(session, search, alone);
                var together = together(session, search, operations, alone, most - rows.size());
                for (var operation : operations) {
                    long id = Objects.requireNonNull(operation.id);
                    int left = most - rows.size();
                    int place = at != null && at.operation() == id ? at.place() : -1;
                    var found =
                            worth.contains(id)
                                    ? rows(session, search, operation, place, left)
                                    : together.getOrDefault(id, List.of());
                    misses = !alone.contains(id) ? misses : found.isEmpty() ? misses + 1 : 0;
                    rows.addAll(found.subList(0, Math.min(left, found.size())));
                    if (rows.size() >= most) {
                        return new Found(rows, rows.getLast().point());
                    }
                    at = new Point(id, THROUGH);
                }
                if (operations.size() < OPERATIONS) {
                    return new Found(rows, null);
                }
            }
            return new Found(rows, at);
        });
    }

    /** The next operations, of a product those alone that changed something of it. */
    private static List<OperationRow> operations(
            StatelessSession session, Search search, Conditions conditions, @Nullable Point at) {
        boolean isThrough = at != null && at.place() == THROUGH;
        var product = search.product();
        var from =
                product == null
                        ? "from OperationRow o where"
                        : "select o from OperationProductRow p join OperationRow o on o.id ="
                                + " p.operation where p.product = :product and";
        var id = product == null ? "o.id" : "p.operation";
        var query =
                session.createQuery(
                        "%s o.what <> :hidden and %s %s :operation %s order by %s desc"
                                .formatted(from, id, isThrough ? "<" : "<=", conditions.text, id),
                        OperationRow.class);
        conditions.values.forEach(query::setParameter);
        if (product != null) {
            query.setParameter("product", product);
        }
        return query.setParameter("hidden", OperationKind.RANKS.label())
                .setParameter("operation", at == null ? Long.MAX_VALUE : at.operation())
                .setMaxResults(OPERATIONS)
                .list();
    }

    /** Those that changed so much that each of them is asked for alone. */
    private static Set<Long> longOnes(StatelessSession session, List<OperationRow> operations) {
        return operations.isEmpty()
                ? new HashSet<>()
                : new HashSet<>(
                        session.createQuery(
                                        """
                                        select c.operation from ChangeRow c
                                        where c.operation in (:operations) and c.place = :place
                                        """,
                                        Long.class)
                                .setParameter(
                                        "operations",
                                        operations.stream().map(one -> one.id).toList())
                                .setParameter("place", LONG)
                                .list());
    }

    /** Which of some operations changed anything that is looked for: one query for all of them. */
    private static Set<Long> having(StatelessSession session, Search search, Set<Long> operations) {
        var conditions = new Conditions();
        conditions.ofChange(search);
        if (operations.isEmpty() || conditions.values.isEmpty()) {
            return operations;
        }
        var query =
                session.createQuery(
                        "select distinct c.operation from ChangeRow c where c.operation in (:operations) %s"
                                .formatted(conditions.text),
                        Long.class);
        conditions.values.forEach(query::setParameter);
        return Set.copyOf(query.setParameter("operations", List.copyOf(operations)).list());
    }

    /** What is looked for in all others, by operation: one query for all of them. */
    private static Map<Long, List<Row>> together(
            StatelessSession session,
            Search search,
            List<OperationRow> operations,
            Set<Long> alone,
            int most) {
        var those =
                operations.stream()
                        .filter(one -> !alone.contains(one.id))
                        .collect(Collectors.toMap(one -> one.id, one -> one));
        if (those.isEmpty()) {
            return Map.of();
        }
        var conditions = new Conditions();
        conditions.ofChange(search);
        var query =
                session.createQuery(
                        "from ChangeRow c where c.operation in (:operations) %s order by c.operation desc, c.place"
                                .formatted(conditions.text),
                        ChangeRow.class);
        conditions.values.forEach(query::setParameter);
        return query
                .setParameter("operations", List.copyOf(those.keySet()))
                .setMaxResults(most)
                .list()
                .stream()
                .map(row -> row(row, Objects.requireNonNull(those.get(row.operation))))
                .collect(Collectors.groupingBy(row -> row.point().operation()));
    }

    private static List<Row> rows(
            StatelessSession session, Search search, OperationRow operation, int place, int most) {
        var conditions = new Conditions();
        conditions.ofChange(search);
        var query =
                session.createQuery(
                        "from ChangeRow c where c.operation = :operation and c.place > :place %s order by c.place"
                                .formatted(conditions.text),
                        ChangeRow.class);
        conditions.values.forEach(query::setParameter);
        return query
                .setParameter("operation", operation.id)
                .setParameter("place", place)
                .setMaxResults(most)
                .list()
                .stream()
                .map(row -> row(row, operation))
                .toList();
    }

    /** Conditions of a query, with their values. */
    private static final class Conditions {
        private final StringBuilder text = new StringBuilder();
        private final Map<String, Object> values = new HashMap<>();

        static Conditions ofOperation(StatelessSession session, Search search) {
            var conditions = new Conditions();
            conditions.add("o.id >= :first", "first", numberOf(session, search.from()));
            conditions.add("o.id < :end", "end", numberOf(session, search.to()));
            conditions.add("o.actor = :actor", "actor", search.by());
            return conditions;
        }

        private static @Nullable Long numberOf(StatelessSession session, @Nullable Instant time) {
            return time == null ? null : ChangeLog.firstSince(session, time);
        }

        void ofChange(Search search) {
            add("c.field = :field", "field", search.field());
            if (search.product() != null) {
                // The code of one product may begin with that of another.
                add(
                        "(c.subject = :setup or c.subject like :product"
                                + " and substring(c.subject, :digit, 1) between '0' and '9')",
                        "product",
                        search.product() + "%");
                values.put("setup", PlanKey.product(search.product()).toString());
                values.put("digit", search.product().length() + 1);
            }
        }

        void add(String condition, String name, @Nullable Object value) {
            if (value != null) {
                text.append(" and ").append(condition);
                values.put(name, value);
            }
        }
    }

    private static Row row(ChangeRow row, OperationRow operation) {
        return new Row(
                new Point(row.operation, row.place),
                operation.at,
                operation.actor,
                row.subject,
                row.field,
                row.before,
                row.after);
    }

    /** Who changed something last, and when. */
    public record By(String actor, Instant at) {}

    /**
     * Who changed each field of some items last between two moments. Time O(changes of these).
     *
     * @param items few enough to be asked for together
     * @param to null for now
     */
    public Map<ItemKey, Map<Field, By>> lastBy(
            Collection<ItemKey> items, Instant from, @Nullable Instant to) {
        var last = new HashMap<ItemKey, Map<Field, By>>();
        if (items.isEmpty()) {
            return last;
        }
        return sessions.fromStatelessSession(session -> {
            session.createQuery(
                            """
                            select c.subject, c.field, o.actor, o.at from ChangeRow c
                            join OperationRow o on o.id = c.operation
                            where c.subject in (:items) and o.at > :from and o.at <= :to
                            order by c.operation, c.place
                            """,
                            Object[].class)
                    .setParameter("items", items.stream().map(ItemKey::toString).toList())
                    .setParameter("from", from)
                    .setParameter("to", to == null ? NEVER : to)
                    .getResultList()
                    .forEach(row ->
                            last.computeIfAbsent(
                                            ItemKey.parse((String) row[0]).orElseThrow(),
                                            any -> new HashMap<>())
                                    .put(
                                            Field.find((String) row[1]).orElseThrow(),
                                            new By((String) row[2], (Instant) row[3])));
            return last;
        });
    }
}
