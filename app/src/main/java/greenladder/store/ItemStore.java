package greenladder.store;

import greenladder.core.item.Details;
import greenladder.core.item.Item;
import greenladder.core.plan.SprintEntry;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import greenladder.log.ChangeLog;
import greenladder.log.LogWriter;
import greenladder.log.NewOperation;
import greenladder.web.AfterCommit;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.hibernate.Session;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/**
 * Writes items, plans and the change log, which {@link ChangeLog} reads. What is written in one
 * call is committed whole when the call comes back.
 */
@Component
public class ItemStore {
    private static final int BATCH = 200;

    private final SessionFactory sessions;
    private final SprintEntries ledgers;

    ItemStore(EntityManagerFactory factory, SprintEntries ledgers) {
        this.sessions = factory.unwrap(SessionFactory.class);
        this.ledgers = ledgers;
    }

    /**
     * Writes operations: the log, and the items as they are after the last one. Gives the number of
     * the last.
     */
    long write(List<NewOperation> operations, Snapshot before, Snapshot after) {
        long last =
                sessions.fromStatelessTransaction(
                        session -> writeIn(session, operations, before, after));
        operations.forEach(one -> ledgers.wrote(one.sprints()));
        return last;
    }

    /** Writes an operation as a part of the transaction that an entity manager is in. */
    long writeWithin(
            EntityManager entities, NewOperation operation, Snapshot before, Snapshot after) {
        entities.flush();
        AfterCommit.run(() -> ledgers.wrote(operation.sprints()));
        return entities.unwrap(Session.class)
                .doReturningWork(connection -> {
                    try (var session = sessions.openStatelessSession(connection)) {
                        return writeIn(session, List.of(operation), before, after);
                    }
                });
    }

    private static long writeIn(
            StatelessSession session,
            List<NewOperation> operations,
            Snapshot before,
            Snapshot after) {
        session.setJdbcBatchSize(BATCH);
        long last = LogWriter.write(session, operations);
        ProductRow.write(
                session, operations.stream().flatMap(one -> one.plans().stream()).toList());
        var keys = new LinkedHashSet<ItemKey>();
        operations.forEach(one -> one.changes().forEach(change -> keys.add(change.item())));
        writeItems(session, keys, before, after);
        GoneReadersRow.write(session, keys, before, after);
        DetailRow.write(
                session, operations.stream().flatMap(one -> one.changes().stream()).toList());
        PlanFactRow.write(
                session, operations.stream().flatMap(one -> one.plans().stream()).toList());
        SprintEntryRow.write(
                session, operations.stream().flatMap(one -> one.sprints().stream()).toList());
        return last;
    }

    private static void writeItems(
            StatelessSession session, Collection<ItemKey> keys, Snapshot before, Snapshot after) {
        var inserted = new ArrayList<ItemRow>();
        var updated = new ArrayList<ItemRow>();
        var deleted = new ArrayList<ItemRow>();
        for (var key : keys) {
            var was = before.findItem(key);
            var now = after.findItem(key);
            if (now.isEmpty()) {
                was.ifPresent(item -> deleted.add(new ItemRow(item)));
            } else {
                (was.isEmpty() ? inserted : updated).add(new ItemRow(now.get()));
            }
        }
        session.insertMultiple(inserted);
        session.updateMultiple(updated);
        session.deleteMultiple(deleted);
        writeLastNumbers(session, inserted.isEmpty() ? List.of() : keys, before, after);
    }

    private static void writeLastNumbers(
            StatelessSession session, Iterable<ItemKey> keys, Snapshot before, Snapshot after) {
        var products = new LinkedHashSet<String>();
        keys.forEach(key -> products.add(key.product()));
        for (var product : products) {
            if (after.lastNumber(product) != before.lastNumber(product)) {
                ProductRow.number(session, product, after.lastNumber(product));
            }
        }
    }

    /** Writes ledgers of sprints that were made anew. */
    void writeLedger(List<SprintEntry> entries) {
        sessions.inStatelessTransaction(session -> {
            session.setJdbcBatchSize(BATCH);
            SprintEntryRow.write(session, entries);
        });
        ledgers.wrote(entries);
    }

    /** A workspace with the plan in it, for the start. */
    PlanFactRow.Loaded loadPlans(Workspace workspace) {
        return sessions.fromStatelessSession(session -> PlanFactRow.load(session, workspace));
    }

    /** Rows of the plan that say nothing. */
    List<PlanFactRow.Unread> unreadFacts(Workspace workspace) {
        return loadPlans(workspace).unread();
    }

    /** Takes away a row of the plan that says nothing. */
    void removeFact(String subject, String fact) {
        sessions.inStatelessTransaction(session ->
                session.createMutationQuery(
                                "delete from PlanFactRow where subject = :subject and fact = :fact")
                        .setParameter("subject", subject)
                        .setParameter("fact", fact)
                        .executeUpdate());
    }

    /** The last number given to an item of each product, those of deleted items included. */
    Map<String, Integer> loadLastNumbers() {
        return sessions.fromStatelessSession(ProductRow::lastNumbers);
    }

    /** Who alone had seen what is gone, for the start. */
    Map<ItemKey, Set<String>> loadGoneReaders() {
        return sessions.fromStatelessSession(GoneReadersRow::load);
    }

    /** All items, for the start. */
    List<Item> loadItems(Workspace workspace) {
        return sessions.fromStatelessSession(session -> {
            var items = new ArrayList<Item>();
            var shared = new Shared();
            var details = DetailRow.loadAll(session);
            try (var rows =
                    session.createQuery("from ItemRow", ItemRow.class)
                            .setFetchSize(1000)
                            .getResultStream()) {
                rows.forEach(row ->
                        items.add(
                                row.toItem(
                                        workspace,
                                        shared,
                                        details.getOrDefault(row.key, Details.NONE))));
            }
            return items;
        });
    }
}
