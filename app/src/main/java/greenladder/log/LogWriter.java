package greenladder.log;

import greenladder.core.change.PlanChange;
import greenladder.core.value.PlanKey;
import greenladder.log.LogRows.ChangeRow;
import greenladder.log.LogRows.OperationProductRow;
import greenladder.log.LogRows.OperationRow;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.hibernate.StatelessSession;

/** Writes operations to the change log. */
public final class LogWriter {
    private LogWriter() {}

    /** Writes operations, in a transaction of the session's; gives the number of the last. */
    public static long write(StatelessSession session, List<NewOperation> operations) {
        var rows = operations.stream().map(OperationRow::new).toList();
        session.insertMultiple(rows);
        var changes = new ArrayList<ChangeRow>();
        var products = new ArrayList<OperationProductRow>();
        for (int i = 0; i < rows.size(); i++) {
            long id = idOf(rows.get(i));
            addChanges(id, operations.get(i), changes);
            productsOf(operations.get(i))
                    .forEach(product -> products.add(new OperationProductRow(product, id)));
        }
        session.insertMultiple(changes);
        session.insertMultiple(products);
        rows.forEach(row -> noteUndone(session, row));
        return idOf(rows.getLast());
    }

    private static void addChanges(long id, NewOperation operation, List<ChangeRow> rows) {
        int place = 0;
        for (var change : operation.changes()) {
            rows.add(new ChangeRow(id, place++, change));
        }
        for (var change : operation.plans()) {
            rows.add(new ChangeRow(id, place++, change));
        }
    }

    private static Set<String> productsOf(NewOperation operation) {
        var products = new TreeSet<String>();
        operation.changes().forEach(change -> products.add(change.item().product()));
        operation.plans().stream()
                .map(PlanChange::subject)
                .filter(subject -> subject.kind() == PlanKey.Kind.PRODUCT)
                .forEach(subject -> products.add(subject.key()));
        return products;
    }

    private static void noteUndone(StatelessSession session, OperationRow row) {
        if (row.undoes != null) {
            session.createMutationQuery("update OperationRow set undoneBy = :by where id = :undone")
                    .setParameter("by", idOf(row))
                    .setParameter("undone", row.undoes)
                    .executeUpdate();
        }
    }

    private static long idOf(OperationRow row) {
        return Objects.requireNonNull(row.id);
    }
}
