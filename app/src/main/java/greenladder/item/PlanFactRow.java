package greenladder.item;

import greenladder.core.change.PlanChange;
import greenladder.core.item.PlanFacts;
import greenladder.core.item.PlanKey;
import greenladder.core.item.Workspace;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
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

/** A fact of a part of the plan, see {@link PlanFacts}. */
@Entity
@Table(name = "plan_fact")
@IdClass(PlanFactRow.Key.class)
class PlanFactRow {
    @Id String subject = "";

    @Id String fact = "";

    String text = "";

    record Key(String subject, String fact) implements Serializable {}

    PlanFactRow() {}

    private PlanFactRow(Key key, String text) {
        this.subject = key.subject();
        this.fact = key.fact();
        this.text = text;
    }

    /** A workspace with all that is planned: teams first, then what refers to them. */
    static Workspace load(StatelessSession session, Workspace workspace) {
        var facts = new TreeMap<PlanKey, Map<String, String>>();
        session.createQuery("from PlanFactRow", PlanFactRow.class)
                .list()
                .forEach(row ->
                        PlanKey.parse(row.subject)
                                .ifPresent(subject ->
                                        facts.computeIfAbsent(subject, any -> new HashMap<>())
                                                .put(row.fact, row.text)));
        var next = workspace;
        for (var entry : facts.entrySet()) {
            next = PlanFacts.put(next, entry.getKey(), entry.getValue());
        }
        return next;
    }

    /** Writes what changes come to, the last of each fact counting. */
    static void write(StatelessSession session, Collection<PlanChange> changes) {
        var there = new HashMap<Key, Boolean>();
        var last = new LinkedHashMap<Key, PlanChange>();
        for (var change : changes) {
            var key = new Key(change.subject().toString(), change.fact());
            there.putIfAbsent(key, change.before() != null);
            last.put(key, change);
        }
        var inserted = new ArrayList<PlanFactRow>();
        var updated = new ArrayList<PlanFactRow>();
        var deleted = new ArrayList<PlanFactRow>();
        last.forEach((key, change) -> {
            boolean was = there.getOrDefault(key, false);
            var now = change.after();
            if (now != null) {
                (was ? updated : inserted).add(new PlanFactRow(key, now));
            } else if (was) {
                deleted.add(new PlanFactRow(key, ""));
            }
        });
        session.insertMultiple(inserted);
        session.updateMultiple(updated);
        session.deleteMultiple(deleted);
    }
}
