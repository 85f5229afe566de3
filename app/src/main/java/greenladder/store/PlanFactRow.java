package greenladder.store;

import greenladder.core.change.PlanChange;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import greenladder.core.workspace.Workspace;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.hibernate.StatelessSession;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A fact of a part of the plan, see {@link PlanFacts}. */
@Entity
@Table(name = "plan_fact")
@IdClass(PlanFactRow.Key.class)
class PlanFactRow {
    private static final Logger LOG = LoggerFactory.getLogger(PlanFactRow.class);

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

    /** Such a row that says nothing to the application. */
    record Unread(String subject, String fact, String text) {}

    /**
     * What the rows come to.
     *
     * @param unread what cannot be read and is left out; the rest stands without it
     */
    record Loaded(Workspace workspace, List<Unread> unread) {}

    /** A workspace with all that is planned: teams first, then what refers to them. */
    static Loaded load(StatelessSession session, Workspace workspace) {
        var unread = new ArrayList<Unread>();
        var facts = new TreeMap<PlanKey, Map<String, String>>();
        session.createQuery("from PlanFactRow", PlanFactRow.class)
                .list()
                .forEach(row ->
                        PlanKey.parse(row.subject)
                                .ifPresentOrElse(
                                        subject ->
                                                facts.computeIfAbsent(
                                                                subject, any -> new HashMap<>())
                                                        .put(row.fact, row.text),
                                        () ->
                                                unread.add(
                                                        new Unread(
                                                                row.subject, row.fact, row.text))));
        var next = workspace;
        for (var entry : facts.entrySet()) {
            var left = new TreeMap<>(entry.getValue());
            try {
                next = PlanFacts.put(next, entry.getKey(), entry.getValue());
                left.keySet().removeAll(PlanFacts.of(next, entry.getKey()).keySet());
            } catch (RuntimeException e) {
                LOG.error("{} cannot be read and is left out", entry.getKey(), e);
            }
            left.forEach(
                    (fact, text) -> unread.add(new Unread(entry.getKey().toString(), fact, text)));
        }
        return new Loaded(next, List.copyOf(unread));
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
