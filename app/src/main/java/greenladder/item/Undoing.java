package greenladder.item;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.Problems;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.item.ChangeLog.Operation;
import greenladder.item.Door.Saved;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Takes operations back, and does them again. A reversal is an operation like any other; taking it
 * back does the first one again.
 */
@Component
public class Undoing {
    private final Door door;
    private final ChangeLog log;
    private final LadderKeeper keeper;

    Undoing(Door door, ChangeLog log, LadderKeeper keeper) {
        this.door = door;
        this.log = log;
        this.keeper = keeper;
    }

    /**
     * Takes an operation back, whoever did it.
     *
     * @throws Failure.NotFound if there is no such operation
     * @throws Failure.Invalid if it is taken back already, or with everything that stands in the
     *     way
     * @throws Failure.Forbidden if the person may not do what has to be done for it
     */
    public Saved takeBack(SignedIn actor, long id) {
        keeper.lock().lock();
        try {
            var operation =
                    log.findOperation(id)
                            .filter(one -> !one.what().equals(Door.RANKS))
                            .orElseThrow(() ->
                                    new Failure.NotFound("There is no operation " + id + "."));
            if (operation.undoneBy() != null) {
                throw new Failure.Invalid(Problems.of("operation", "This was taken back already."));
            }
            return door.submit(actor, reversal(operation));
        } finally {
            keeper.lock().unlock();
        }
    }

    /** Takes back the last that somebody did and has not taken back yet. */
    public Saved undoLast(SignedIn actor) {
        keeper.lock().lock();
        try {
            return takeBack(
                    actor,
                    log.lastOf(actor.handle(), false, 1).stream()
                            .findFirst()
                            .map(Operation::id)
                            .orElseThrow(() -> nothing("There is nothing of yours to take back.")));
        } finally {
            keeper.lock().unlock();
        }
    }

    /** Does again what somebody took back last, as long as they have done nothing else since. */
    public Saved redoLast(SignedIn actor) {
        keeper.lock().lock();
        try {
            long lastDone = log.lastDone(actor.handle());
            return takeBack(
                    actor,
                    log.lastOf(actor.handle(), true, 1).stream()
                            .map(Operation::id)
                            .filter(id -> id > lastDone)
                            .findFirst()
                            .orElseThrow(() -> nothing("There is nothing to do again.")));
        } finally {
            keeper.lock().unlock();
        }
    }

    /** Whether an operation took another one back, rather than doing it or doing it again. */
    public boolean isUndo(long operation) {
        return log.findOperation(operation).filter(one -> one.what().equals("undo")).isPresent();
    }

    private Command.Reverse reversal(Operation operation) {
        var shortenings =
                log.since(operation.id(), Door.RANKS).stream()
                        .map(one -> log.changesOf(one.id()))
                        .toList();
        var changes = log.changesOf(operation.id());
        return new Command.Reverse(
                operation.id(), changes, shortenings, placesAsLeft(operation.id(), changes));
    }

    /** The moved items that nobody has moved since, or only to and fro. */
    private Set<ItemKey> placesAsLeft(long operation, List<Change> changes) {
        var moved =
                changes.stream()
                        .filter(change -> change.field() == Field.RANK)
                        .map(Change::item)
                        .collect(Collectors.toSet());
        moved.removeIf(item ->
                log.standingMoves(item, operation).stream()
                        .anyMatch(later -> !isBackFrom(later, operation)));
        return moved;
    }

    /** Whether an operation only took back something that came after another one. */
    private boolean isBackFrom(Operation later, long operation) {
        return later.what().equals("undo")
                && later.undoes() != null
                && (later.undoes() > operation);
    }

    private static Failure.Invalid nothing(String words) {
        return new Failure.Invalid(Problems.of("operation", words));
    }
}
