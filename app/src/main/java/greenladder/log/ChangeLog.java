package greenladder.log;

import greenladder.core.change.Change;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import greenladder.log.LogRows.ChangeRow;
import greenladder.log.LogRows.OperationRow;
import jakarta.persistence.EntityManagerFactory;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Gatherers;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What the change log tells: who did what, and when, and what became of it. */
@Component
public class ChangeLog {
    private final SessionFactory sessions;

    ChangeLog(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** A change with the operation that made it. */
    public record Logged(
            Point point, Instant at, String actor, @Nullable Long undoneBy, Change change) {}

    /** A place in the log. */
    public record Point(long operation, int place) {}

    /** An operation with all that it changed. */
    public record Entry(Operation operation, List<Change> changes, List<PlanChange> plans) {}

    /** An item that somebody moved. */
    public record Moved(ItemKey item, String actor) {}

    public Optional<Operation> findOperation(long id) {
        return sessions.fromStatelessSession(session ->
                Optional.ofNullable(session.get(OperationRow.class, id))
                        .map(OperationRow::toOperation));
    }

    /** Some operations, by their numbers. */
    public Map<Long, Operation> operations(Collection<Long> ids) {
        return ids.isEmpty()
                ? Map.of()
                : sessions.fromStatelessSession(session ->
                        session
                                .createQuery(
                                        "from OperationRow where id in (:ids)", OperationRow.class)
                                .setParameter("ids", ids)
                                .list()
                                .stream()
                                .map(OperationRow::toOperation)
                                .collect(Collectors.toMap(Operation::id, one -> one)));
    }

    /** The last operation in the log; 0 where there is none. */
    public long lastOperation() {
        return sessions.fromStatelessSession(session ->
                Objects.requireNonNullElse(
                        session.createQuery("select max(id) from OperationRow", Long.class)
                                .getSingleResultOrNull(),
                        0L));
    }

    /** The number of the first operation at or after a moment, or of the next one to come. */
    public long firstSince(Instant since) {
        return sessions.fromStatelessSession(session -> firstSince(session, since));
    }

    static long firstSince(StatelessSession session, Instant since) {
        var first =
                session.createQuery(
                                "select min(id) from OperationRow where at >= :since", Long.class)
                        .setParameter("since", since)
                        .getSingleResultOrNull();
        return first == null ? next(session) : first;
    }

    private static long next(StatelessSession session) {
        var last =
                session.createQuery("select max(id) from OperationRow", Long.class)
                        .getSingleResultOrNull();
        return last == null ? 1 : last + 1;
    }

    /**
     * What a stretch of the log says of a field that was emptied.
     *
     * @param items of which it was emptied, by the operation that did so, without undoing
     * @param takenBack operations, of any time, that were undone in the stretch
     */
    public record Emptied(Map<Long, Set<ItemKey>> items, Set<Long> takenBack) {}

    /**
     * @param after the last operation before the stretch
     * @param until its last one
     */
    public Emptied emptied(Field field, long after, long until) {
        // Not joined: a database that knows little of its tables goes through one of them whole.
        return sessions.fromStatelessSession(session -> {
            var undoing =
                    session
                            .createQuery(
                                    "from OperationRow where id > :after and id <= :until"
                                            + " and undoes is not null",
                                    OperationRow.class)
                            .setParameter("after", after)
                            .setParameter("until", until)
                            .list()
                            .stream()
                            .collect(Collectors.toMap(row -> row.id, row -> row.undoes));
            var items =
                    session
                            .createQuery(
                                    "from ChangeRow where operation > :after and operation <="
                                            + " :until and field = :field and after is null",
                                    ChangeRow.class)
                            .setParameter("after", after)
                            .setParameter("until", until)
                            .setParameter("field", field.label())
                            .list()
                            .stream()
                            .filter(row -> !undoing.containsKey(row.operation))
                            .collect(
                                    Collectors.groupingBy(
                                            row -> row.operation,
                                            Collectors.mapping(
                                                    row -> ItemKey.parse(row.subject).orElseThrow(),
                                                    Collectors.toSet())));
            return new Emptied(items, Set.copyOf(undoing.values()));
        });
    }

    /** Those of some items that others moved in the order after an operation, the latest first. */
    public List<Moved> movedSince(long operation, Collection<ItemKey> items, String except) {
        return sessions.fromStatelessSession(session ->
                session
                        .createQuery(
                                """
                                select c.subject, o.actor from ChangeRow c
                                join OperationRow o on o.id = c.operation
                                where c.operation > :operation and c.subject in :items
                                and c.field = 'rank' and o.actor <> :except
                                and o.what <> :hidden and c.before is not null
                                order by c.operation desc
                                """,
                                Object[].class)
                        .setParameter("operation", operation)
                        .setParameter("items", items.stream().map(ItemKey::toString).toList())
                        .setParameter("except", except)
                        .setParameter("hidden", OperationKind.RANKS.label())
                        .list()
                        .stream()
                        .map(row ->
                                new Moved(
                                        ItemKey.parse((String) row[0]).orElseThrow(),
                                        (String) row[1]))
                        .toList());
    }

    /** An operation's changes of items, in the order in which they were made. */
    public List<Change> changesOf(long operation) {
        return rowsOf(operation, "not like").stream().map(ChangeRow::toChange).toList();
    }

    /** An operation's changes of the plan, in the order in which they were made. */
    public List<PlanChange> planChangesOf(long operation) {
        return rowsOf(operation, "like").stream().map(ChangeRow::toPlanChange).toList();
    }

    private List<ChangeRow> rowsOf(long operation, String like) {
        return sessions.fromStatelessSession(session ->
                session.createQuery(
                                "from ChangeRow where operation = :operation and subject "
                                        + like
                                        + " '%:%' order by place",
                                ChangeRow.class)
                        .setParameter("operation", operation)
                        .list());
    }

    /** The operations after one that moved an item in the order and are not taken back. */
    public List<Operation> standingMoves(ItemKey item, long operation) {
        return sessions.fromStatelessSession(session ->
                session
                        .createQuery(
                                """
                                select o from ChangeRow c join OperationRow o on o.id = c.operation
                                where c.subject = :item and c.field = :rank and c.operation > :operation
                                    and o.what <> :hidden and o.undoneBy is null\
                                """,
                                OperationRow.class)
                        .setParameter("item", item.toString())
                        .setParameter("rank", Field.RANK.label())
                        .setParameter("operation", operation)
                        .setParameter("hidden", OperationKind.RANKS.label())
                        .list()
                        .stream()
                        .map(OperationRow::toOperation)
                        .toList());
    }

    /** The operations of a kind after one, the oldest first. */
    public List<Operation> since(long operation, OperationKind kind) {
        return sessions.fromStatelessSession(session ->
                session
                        .createQuery(
                                "from OperationRow where id > :operation and what = :what order by"
                                        + " id",
                                OperationRow.class)
                        .setParameter("operation", operation)
                        .setParameter("what", kind.label())
                        .list()
                        .stream()
                        .map(OperationRow::toOperation)
                        .toList());
    }

    /**
     * The operations after one that changed something that people see, the oldest first, each with
     * what it changed.
     */
    public List<Entry> entriesAfter(long operation, int most) {
        return entriesAfter(operation, most, OperationKind.RANKS.label());
    }

    /** The number of the operation after one; empty at the end of the log. */
    public OptionalLong numberAfter(long operation) {
        return sessions.fromStatelessSession(session -> {
            var next =
                    session.createQuery(
                                    "select min(id) from OperationRow where id > :operation",
                                    Long.class)
                            .setParameter("operation", operation)
                            .getSingleResultOrNull();
            return next == null ? OptionalLong.empty() : OptionalLong.of(next);
        });
    }

    /** The same with those that nobody sees, which rewrote ranks. */
    public List<Entry> allAfter(long operation, int most) {
        return entriesAfter(operation, most, "");
    }

    private List<Entry> entriesAfter(long operation, int most, String hidden) {
        return sessions.fromStatelessSession(session -> {
            var operations =
                    session
                            .createQuery(
                                    "from OperationRow where id > :operation and what <> :hidden"
                                            + " order by id",
                                    OperationRow.class)
                            .setParameter("operation", operation)
                            .setParameter("hidden", hidden)
                            .setMaxResults(most)
                            .list()
                            .stream()
                            .map(OperationRow::toOperation)
                            .toList();
            if (operations.isEmpty()) {
                return List.of();
            }
            var rows =
                    session
                            .createQuery(
                                    "from ChangeRow where operation between :first and :last"
                                            + " order by operation, place",
                                    ChangeRow.class)
                            .setParameter("first", operations.getFirst().id())
                            .setParameter("last", operations.getLast().id())
                            .list()
                            .stream()
                            .collect(Collectors.groupingBy(row -> row.operation));
            return operations.stream()
                    .map(one -> entry(one, rows.getOrDefault(one.id(), List.of())))
                    .toList();
        });
    }

    private static final String STEPS =
            """
            select c.operation, o.at, c.subject, c.field, c.after, o.actor, c.place
            from ChangeRow c join OperationRow o on o.id = c.operation
            where c.operation > :after and c.operation <= :last and c.field in :fields\
            """;

    /** So many items are asked for at once. */
    private static final int AT_ONCE = 500;

    /** What one operation did to some fields of items. */
    public record Step(Instant at, String by, List<Change> changes) {}

    /**
     * What the operations after one, up to another, did to some fields, the oldest first: less than
     * whole entries, for reading all of the log.
     */
    public List<Step> steps(long after, long last, Collection<Field> fields) {
        return sessions.fromStatelessSession(session ->
                asSteps(
                        session.createQuery(
                                        STEPS
                                                + " and c.subject not like '%:%'"
                                                + " order by c.operation, c.place",
                                        Object[].class)
                                .setParameter("after", after)
                                .setParameter("last", last)
                                .setParameter("fields", labels(fields))
                                .list()));
    }

    /** The same of some items alone, up to an operation. */
    public List<Step> stepsOf(Collection<ItemKey> items, long last, Collection<Field> fields) {
        return sessions.fromStatelessSession(session -> {
            var rows = new ArrayList<Object[]>();
            items.stream()
                    .map(ItemKey::toString)
                    .gather(Gatherers.windowFixed(AT_ONCE))
                    .forEach(some ->
                            rows.addAll(
                                    session.createQuery(
                                                    STEPS + " and c.subject in :items",
                                                    Object[].class)
                                            .setParameter("after", 0L)
                                            .setParameter("last", last)
                                            .setParameter("fields", labels(fields))
                                            .setParameter("items", some)
                                            .list()));
            rows.sort(
                    Comparator.comparing((Object[] row) -> (Long) row[0])
                            .thenComparing(row -> (Integer) row[6]));
            return asSteps(rows);
        });
    }

    private static List<String> labels(Collection<Field> fields) {
        return fields.stream().map(Field::label).toList();
    }

    /**
     * @param rows by operation and place
     */
    private static List<Step> asSteps(List<Object[]> rows) {
        var steps = new ArrayList<Step>();
        long operation = 0;
        for (var row : rows) {
            if ((long) row[0] != operation) {
                operation = (long) row[0];
                steps.add(new Step((Instant) row[1], (String) row[5], new ArrayList<>()));
            }
            steps.getLast()
                    .changes()
                    .add(
                            Change.read(
                                    ItemKey.parse((String) row[2]).orElseThrow(),
                                    Field.find((String) row[3]).orElseThrow(),
                                    null,
                                    (String) row[4],
                                    false));
        }
        return steps;
    }

    private static Entry entry(Operation operation, List<ChangeRow> rows) {
        return new Entry(
                operation,
                rows.stream().filter(row -> !row.isOfPlan()).map(ChangeRow::toChange).toList(),
                rows.stream().filter(ChangeRow::isOfPlan).map(ChangeRow::toPlanChange).toList());
    }

    /**
     * An item's changes, newest operation first; those of one operation in the order in which they
     * were made.
     *
     * @param before where the page before ended; null for the newest
     */
    public List<Logged> history(ItemKey key, @Nullable Point before, int most) {
        return sessions.fromStatelessSession(session ->
                session
                        .createQuery(
                                """
                                select c, o from ChangeRow c join OperationRow o on o.id = c.operation
                                where c.subject = :item and o.what <> :hidden
                                    and (c.operation < :operation or c.operation = :operation and c.place > :place)
                                order by c.operation desc, c.place\
                                """,
                                Object[].class)
                        .setParameter("item", key.toString())
                        .setParameter("hidden", OperationKind.RANKS.label())
                        .setParameter(
                                "operation", before == null ? Long.MAX_VALUE : before.operation())
                        .setParameter("place", before == null ? -1 : before.place())
                        .setMaxResults(most)
                        .list()
                        .stream()
                        .flatMap(pair -> {
                            var operation = (OperationRow) pair[1];
                            var row = (ChangeRow) pair[0];
                            return row.findChange().stream()
                                    .map(change ->
                                            new Logged(
                                                    new Point(row.operation, row.place),
                                                    operation.at,
                                                    operation.actor,
                                                    operation.undoneBy,
                                                    change));
                        })
                        .toList());
    }
}
