package greenladder.refine;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.refine.IntakeRows.IntakeEntryRow;
import greenladder.refine.IntakeRows.IntakeListRow;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Intake lists and their entries as they are kept. */
@Component
class IntakeStore {
    private final EntityManager entities;

    IntakeStore(EntityManager entities) {
        this.entities = entities;
    }

    static boolean waits(Snapshot snapshot, IntakeEntryRow entry) {
        return Optional.ofNullable(entry.takenAs)
                .flatMap(ItemKey::parse)
                .flatMap(snapshot::findItem)
                .isEmpty();
    }

    List<IntakeListRow> listsOf(String team) {
        return entities.createQuery(
                        "from IntakeListRow where team = :team order by id", IntakeListRow.class)
                .setParameter("team", team)
                .getResultList();
    }

    List<IntakeEntryRow> entries(IntakeListRow list) {
        return entities.createQuery(
                        "from IntakeEntryRow where list = :list and removedAt is null"
                                + " order by id",
                        IntakeEntryRow.class)
                .setParameter("list", list.id)
                .getResultList();
    }

    IntakeListRow requireList(long id) {
        return Optional.ofNullable(entities.find(IntakeListRow.class, id))
                .orElseThrow(() -> new Failure.NotFound("There is no such intake list."));
    }

    IntakeEntryRow requireEntry(long id) {
        return Optional.ofNullable(
                        entities.find(IntakeEntryRow.class, id, LockModeType.PESSIMISTIC_WRITE))
                .filter(row -> row.removedAt == null)
                .orElseThrow(IntakeStore::noEntry);
    }

    IntakeEntryRow requireKept(long id) {
        return Optional.ofNullable(entities.find(IntakeEntryRow.class, id))
                .orElseThrow(IntakeStore::noEntry);
    }

    private static Failure.NotFound noEntry() {
        return new Failure.NotFound("This request is no longer there.");
    }
}
