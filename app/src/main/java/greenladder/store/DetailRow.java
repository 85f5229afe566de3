package greenladder.store;

import static java.util.Objects.requireNonNull;

import greenladder.core.change.Change;
import greenladder.core.item.Details;
import greenladder.core.item.Field;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import org.hibernate.StatelessSession;

/** One of an item's details, as text; there is a row only for what an item has. */
@Entity
@Table(name = "item_detail")
@IdClass(DetailRow.Id.class)
class DetailRow {
    @jakarta.persistence.Id
    @Column(name = "item_key")
    String item = "";

    @jakarta.persistence.Id String field = "";

    String text = "";

    record Id(String item, String field) implements Serializable {}

    DetailRow() {}

    private DetailRow(Id id, String text) {
        this.item = id.item();
        this.field = id.field();
        this.text = text;
    }

    /** The details of all items that have some, by key. */
    static Map<String, Details> loadAll(StatelessSession session) {
        var values = new HashMap<String, Map<Field, Object>>();
        session.createQuery("from DetailRow", DetailRow.class)
                .list()
                .forEach(row ->
                        Field.find(row.field)
                                .ifPresent(field ->
                                        values.computeIfAbsent(row.item, any -> new TreeMap<>())
                                                .put(field, requireNonNull(field.read(row.text)))));
        var details = new HashMap<String, Details>();
        values.forEach((item, fields) -> details.put(item, Details.of(fields)));
        return details;
    }

    /** Writes what changes of details come to, the last of each counting. */
    static void write(StatelessSession session, Collection<Change> changes) {
        var there = new HashMap<Id, Boolean>();
        var last = new LinkedHashMap<Id, Change>();
        for (var change : changes) {
            if (change.field().isDetail()) {
                var id = new Id(change.item().toString(), change.field().label());
                there.putIfAbsent(id, change.before() != null);
                last.put(id, change);
            }
        }
        var inserted = new ArrayList<DetailRow>();
        var updated = new ArrayList<DetailRow>();
        var deleted = new ArrayList<DetailRow>();
        last.forEach((id, change) -> {
            boolean was = there.getOrDefault(id, false);
            var now = change.textAfter();
            if (now != null) {
                (was ? updated : inserted).add(new DetailRow(id, now));
            } else if (was) {
                deleted.add(new DetailRow(id, ""));
            }
        });
        session.insertMultiple(inserted);
        session.updateMultiple(updated);
        session.deleteMultiple(deleted);
    }
}
