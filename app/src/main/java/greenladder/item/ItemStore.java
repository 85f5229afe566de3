package greenladder.item;

import greenladder.core.change.Change;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Ladder;
import greenladder.item.LogRows.ChangeRow;
import greenladder.item.LogRows.OperationRow;
import jakarta.persistence.EntityManagerFactory;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Keeps items and the change log. What is written in one call is committed whole when the call
 * comes back.
 */
@Component
public class ItemStore {
    private static final int BATCH = 200;

    private final SessionFactory sessions;

    ItemStore(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /** A change with the operation that made it. */
    public record Logged(Point point, Instant at, String actor, Change change) {}

    /** A place in the log. */
    public record Point(long operation, int place) {}

    /**
     * Writes an operation: the log and the items as they are after it. Gives the operation's
     * number.
     */
    long write(OperationRow operation, Ladder before, Accepted accepted) {
        return sessions.fromStatelessTransaction(session -> {
            session.setJdbcBatchSize(BATCH);
            session.insert(operation);
            long id = Objects.requireNonNull(operation.id);
            insertLog(session, id, accepted.changes());
            writeItems(session, before, accepted);
            return id;
        });
    }

    private static void insertLog(StatelessSession session, long id, List<Change> changes) {
        var rows = new ArrayList<ChangeRow>(changes.size());
        for (var change : changes) {
            rows.add(new ChangeRow(id, rows.size(), change));
        }
        session.insertMultiple(rows);
    }

    private static void writeItems(StatelessSession session, Ladder before, Accepted accepted) {
        var inserted = new ArrayList<ItemRow>();
        var updated = new ArrayList<ItemRow>();
        var deleted = new ArrayList<ItemRow>();
        var keys = new LinkedHashSet<ItemKey>();
        accepted.changes().forEach(change -> keys.add(change.item()));
        for (var key : keys) {
            var was = before.findItem(key);
            var now = accepted.after().findItem(key);
            if (now.isEmpty()) {
                deleted.add(new ItemRow(was.orElseThrow()));
            } else {
                (was.isEmpty() ? inserted : updated).add(new ItemRow(now.get()));
            }
        }
        session.insertMultiple(inserted);
        session.updateMultiple(updated);
        session.deleteMultiple(deleted);
        writeLastNumbers(session, inserted.isEmpty() ? List.of() : keys, before, accepted.after());
    }

    private static void writeLastNumbers(
            StatelessSession session, Iterable<ItemKey> keys, Ladder before, Ladder after) {
        var products = new LinkedHashSet<String>();
        keys.forEach(key -> products.add(key.product()));
        for (var product : products) {
            if (after.lastNumber(product) != before.lastNumber(product)) {
                session.createMutationQuery(
                                "update ProductRow set lastNumber = :last where code = :code")
                        .setParameter("last", after.lastNumber(product))
                        .setParameter("code", product)
                        .executeUpdate();
            }
        }
    }

    /** All items, for the start. */
    List<Item> loadItems(Ladder workspace) {
        return sessions.fromStatelessSession(session ->
                session.createQuery("from ItemRow", ItemRow.class).list().stream()
                        .map(row -> {
                            var product = ItemKey.parse(row.key).orElseThrow().product();
                            return row.toItem(workspace.requireProduct(product).levels());
                        })
                        .toList());
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
                                where c.item = :item and o.what <> :hidden
                                    and (c.operation < :operation or c.operation = :operation and c.place > :place)
                                order by c.operation desc, c.place\
                                """,
                                Object[].class)
                        .setParameter("item", key.toString())
                        .setParameter("hidden", Door.RANKS)
                        .setParameter(
                                "operation", before == null ? Long.MAX_VALUE : before.operation())
                        .setParameter("place", before == null ? -1 : before.place())
                        .setMaxResults(most)
                        .list()
                        .stream()
                        .map(pair -> {
                            var operation = (OperationRow) pair[1];
                            var row = (ChangeRow) pair[0];
                            return new Logged(
                                    new Point(row.operation, row.place),
                                    operation.at,
                                    operation.actor,
                                    row.toChange());
                        })
                        .toList());
    }
}
