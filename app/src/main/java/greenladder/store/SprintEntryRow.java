package greenladder.store;

import greenladder.core.plan.SprintEntry;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import org.hibernate.StatelessSession;
import org.jspecify.annotations.Nullable;

/** A line of the ledger of a sprint, see {@link SprintEntry}. */
@Entity
@Table(name = "sprint_entry")
class SprintEntryRow {
    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "sprint_entry_seq")
    @SequenceGenerator(
            name = "sprint_entry_seq",
            sequenceName = "sprint_entry_seq",
            allocationSize = 50)
    @Nullable Long id;

    String sprint = "";

    @Column(name = "at_time")
    Instant at = Instant.EPOCH;

    String kind = "";
    @Nullable String item;
    boolean inside;
    @Nullable Long thousandths;
    boolean done;

    SprintEntryRow() {}

    private SprintEntryRow(SprintEntry entry) {
        sprint = entry.sprint();
        at = entry.at();
        kind = entry.kind().name();
        item = entry.item() == null ? null : entry.item().toString();
        inside = entry.inside();
        thousandths = entry.amount() == null ? null : entry.amount().thousandths();
        done = entry.done();
    }

    SprintEntry toEntry() {
        return new SprintEntry(
                at,
                sprint,
                SprintEntry.Kind.valueOf(kind),
                item == null ? null : ItemKey.parse(item).orElseThrow(),
                inside,
                thousandths == null ? null : new Amount(Objects.requireNonNull(thousandths)),
                done);
    }

    static void write(StatelessSession session, List<SprintEntry> entries) {
        if (!entries.isEmpty()) {
            session.insertMultiple(entries.stream().map(SprintEntryRow::new).toList());
        }
    }
}
