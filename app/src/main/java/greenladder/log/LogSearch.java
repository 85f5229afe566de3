package greenladder.log;

import greenladder.core.change.OperationKind;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.item.StandardFields;
import greenladder.log.ChangeLog.Point;
import greenladder.log.LogRows.ChangeRow;
import greenladder.log.LogRows.OperationRow;
import jakarta.persistence.EntityManagerFactory;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.hibernate.SessionFactory;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks through the whole log: what anybody changed, and what things were before. */
@Component
public class LogSearch {
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
     * Rows of the whole log, the newest operation first.
     *
     * @param before where the page before ended; null for the newest
     */
    public List<Row> search(Search search, @Nullable Point before, int most) {
        var where = new StringBuilder();
        var values = new HashMap<String, Object>();
        add(where, values, "o.at >= :from", "from", search.from());
        add(where, values, "o.at < :to", "to", search.to());
        add(where, values, "o.actor = :actor", "actor", search.by());
        add(where, values, "c.subject = :subject", "subject", search.subject());
        add(where, values, "c.field = :field", "field", search.field());
        if (search.product() != null) {
            where.append(" and c.subject like :product and c.subject not like '%:%'");
            values.put("product", search.product() + "%");
        }
        return sessions.fromStatelessSession(session -> {
            var query =
                    session.createQuery(
                            """
                            select c, o from ChangeRow c join OperationRow o on o.id = c.operation
                            where o.what <> :hidden
                            and (c.operation < :operation
                                or c.operation = :operation and c.place > :place)
                            %s order by c.operation desc, c.place
                            """
                                    .formatted(where),
                            Object[].class);
            values.forEach(query::setParameter);
            return query
                    .setParameter("hidden", OperationKind.RANKS.label())
                    .setParameter("operation", before == null ? Long.MAX_VALUE : before.operation())
                    .setParameter("place", before == null ? -1 : before.place())
                    .setMaxResults(most)
                    .list()
                    .stream()
                    .map(pair -> row((ChangeRow) pair[0], (OperationRow) pair[1]))
                    .toList();
        });
    }

    /** Whether an item that is gone had been for named readers only when it went. */
    public boolean wasReserved(ItemKey item) {
        return !search(
                        new Search(null, null, null, item.toString(), null, StandardFields.READERS),
                        null,
                        1)
                .isEmpty();
    }

    /** The items of a product that are, or ever were, for named readers only. */
    public Set<ItemKey> everReserved(String product) {
        return sessions.fromStatelessSession(session ->
                session
                        .createQuery(
                                "select distinct subject from ChangeRow where field = :field"
                                        + " and subject like :product",
                                String.class)
                        .setParameter("field", StandardFields.READERS)
                        .setParameter("product", product + "%")
                        .list()
                        .stream()
                        .flatMap(key -> ItemKey.parse(key).stream())
                        .collect(Collectors.toSet()));
    }

    private static void add(
            StringBuilder where,
            Map<String, Object> values,
            String condition,
            String name,
            @Nullable Object value) {
        if (value != null) {
            where.append(" and ").append(condition);
            values.put(name, value);
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

    /**
     * What the fields of a product's items were at a moment, of those that have changed since: of
     * each the first value before. Time O(changes since).
     */
    public Map<ItemKey, Map<Field, Optional<String>>> before(Instant moment, String product) {
        return sessions.fromStatelessSession(session -> {
            var first =
                    session.createQuery(
                                    "select min(id) from OperationRow where at > :moment",
                                    Long.class)
                            .setParameter("moment", moment)
                            .getSingleResultOrNull();
            var before = new LinkedHashMap<ItemKey, Map<Field, Optional<String>>>();
            if (first == null) {
                return before;
            }
            try (var rows =
                    session.createQuery(
                                    """
                                    select c.subject, c.field, c.before from ChangeRow c
                                    where c.operation >= :first and c.subject like :product
                                    and c.subject not like '%:%' order by c.operation, c.place
                                    """,
                                    Object[].class)
                            .setParameter("first", first)
                            .setParameter("product", product + "%")
                            .getResultStream()) {
                rows.forEach(row ->
                        ItemKey.parse((String) row[0])
                                .filter(key -> key.product().equals(product))
                                .ifPresent(key ->
                                        before.computeIfAbsent(key, any -> new HashMap<>())
                                                .putIfAbsent(
                                                        Field.find((String) row[1]).orElseThrow(),
                                                        Optional.ofNullable((String) row[2]))));
            }
            return before;
        });
    }

    /** Who changed something last, and when. */
    public record By(String actor, Instant at) {}

    /**
     * Who changed each field of a product's items last between two moments. Time O(changes
     * between).
     */
    public Map<ItemKey, Map<Field, By>> lastBy(Instant from, Instant to, String product) {
        return sessions.fromStatelessSession(session -> {
            var last = new HashMap<ItemKey, Map<Field, By>>();
            try (var rows =
                    session.createQuery(
                                    """
                                    select c.subject, c.field, o.actor, o.at from ChangeRow c
                                    join OperationRow o on o.id = c.operation
                                    where o.at > :from and o.at <= :to and c.subject like :product
                                    and c.subject not like '%:%' order by c.operation, c.place
                                    """,
                                    Object[].class)
                            .setParameter("from", from)
                            .setParameter("to", to)
                            .setParameter("product", product + "%")
                            .getResultStream()) {
                rows.forEach(row ->
                        ItemKey.parse((String) row[0])
                                .filter(key -> key.product().equals(product))
                                .ifPresent(key ->
                                        last.computeIfAbsent(key, any -> new HashMap<>())
                                                .put(
                                                        Field.find((String) row[1]).orElseThrow(),
                                                        new By(
                                                                (String) row[2],
                                                                (Instant) row[3]))));
            }
            return last;
        });
    }
}
