package greenladder.store;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.hibernate.StatelessSession;

/** Who alone had seen an item that is gone, see {@link Snapshot#findGoneReaders}. */
@Entity
@Table(name = "gone_readers")
class GoneReadersRow {
    private static final String BETWEEN = ", ";

    @Id
    @Column(name = "item_key")
    String key = "";

    @Column(length = 200_000)
    String readers = "";

    GoneReadersRow() {}

    private GoneReadersRow(ItemKey key, Set<String> readers) {
        this.key = key.toString();
        this.readers = String.join(BETWEEN, readers);
    }

    /** Writes what became of some items. */
    static void write(
            StatelessSession session, Collection<ItemKey> keys, Snapshot before, Snapshot after) {
        var inserted = new ArrayList<GoneReadersRow>();
        var deleted = new ArrayList<GoneReadersRow>();
        for (var key : keys) {
            var was = before.findGoneReaders(key);
            var now = after.findGoneReaders(key);
            if (was.isEmpty()) {
                now.ifPresent(readers -> inserted.add(new GoneReadersRow(key, readers)));
            } else if (now.isEmpty()) {
                deleted.add(new GoneReadersRow(key, was.get()));
            }
        }
        session.insertMultiple(inserted);
        session.deleteMultiple(deleted);
    }

    static Map<ItemKey, Set<String>> load(StatelessSession session) {
        var all = new HashMap<ItemKey, Set<String>>();
        session.createQuery("from GoneReadersRow", GoneReadersRow.class)
                .getResultList()
                .forEach(row ->
                        ItemKey.parse(row.key)
                                .ifPresent(
                                        key -> all.put(key, Set.of(row.readers.split(BETWEEN)))));
        return all;
    }
}
