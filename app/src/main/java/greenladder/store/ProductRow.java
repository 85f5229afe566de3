package greenladder.store;

import greenladder.core.change.PlanChange;
import greenladder.core.value.PlanKey;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import org.hibernate.StatelessSession;

/**
 * A product that other tables refer to, with the last number given to one of its items; what it is
 * called and how it is set up are facts.
 */
@Entity
@Table(name = "product")
class ProductRow {
    @Id String code = "";

    @Column(name = "last_number")
    int lastNumber;

    ProductRow() {}

    private ProductRow(String code) {
        this.code = code;
    }

    /** Makes rows of products that were started, and takes away those that were unmade. */
    static void write(StatelessSession session, Collection<PlanChange> changes) {
        for (var change : changes) {
            if (change.subject().kind() != PlanKey.Kind.PRODUCT || !change.fact().equals("name")) {
                continue;
            }
            var row = new ProductRow(change.subject().key());
            if (change.before() == null) {
                session.insert(row);
            } else if (change.after() == null) {
                session.delete(row);
            }
        }
    }

    static void number(StatelessSession session, String code, int last) {
        session.createMutationQuery("update ProductRow set lastNumber = :last where code = :code")
                .setParameter("last", last)
                .setParameter("code", code)
                .executeUpdate();
    }

    static Map<String, Integer> lastNumbers(StatelessSession session) {
        var numbers = new LinkedHashMap<String, Integer>();
        session.createQuery("from ProductRow", ProductRow.class)
                .list()
                .forEach(row -> numbers.put(row.code, row.lastNumber));
        return numbers;
    }
}
