package greenladder.store;

import greenladder.core.change.Change;
import greenladder.core.change.Decision;
import greenladder.core.change.Decisions;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems;
import greenladder.core.change.Reverse;
import greenladder.core.item.Field;
import greenladder.core.item.StandardFields;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.log.Operation;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Saved;
import greenladder.web.Failure;
import java.time.Instant;
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
    private final CommandGateway gateway;
    private final ChangeLog log;
    private final SnapshotKeeper keeper;

    Undoing(CommandGateway gateway, ChangeLog log, SnapshotKeeper keeper) {
        this.gateway = gateway;
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
            var operation = requireOperation(actor, id);
            if (operation.undoneBy() != null) {
                throw new Failure.Invalid(Problems.of("operation", "This was undone already."));
            }
            return gateway.submit(actor, reversal(operation));
        } finally {
            keeper.lock().unlock();
        }
    }

    /**
     * Takes back what an operation did to one item, and leaves the rest of it done.
     *
     * @throws Failure.NotFound if there is no such operation, or it did nothing to the item
     */
    public Saved takeBackItem(SignedIn actor, long id, ItemKey item) {
        keeper.lock().lock();
        try {
            var part = reversal(requireOperation(actor, id)).ofItem(item);
            if (part.changes().isEmpty()) {
                throw new Failure.NotFound(
                        "The operation %d did nothing to %s.".formatted(id, item));
            }
            return gateway.submit(actor, part);
        } finally {
            keeper.lock().unlock();
        }
    }

    /** How many other items an operation changed that somebody sees. */
    public long othersOf(SignedIn actor, long id, ItemKey item) {
        var snapshot = keeper.seenBy(actor);
        return log.changesOf(id).stream()
                .map(Change::item)
                .distinct()
                .filter(one -> !one.equals(item) && snapshot.findItem(one).isPresent())
                .count();
    }

    private Operation requireOperation(SignedIn actor, long id) {
        var operation =
                log.findOperation(id)
                        .filter(one -> one.kind() != OperationKind.RANKS)
                        .orElseThrow(
                                () -> new Failure.NotFound("There is no operation " + id + "."));
        requireSeen(actor, operation);
        return operation;
    }

    /**
     * Takes back of an operation what nobody has changed since: items whole where that goes, else
     * field by field.
     *
     * @throws Failure.Invalid where nothing of it can be taken back
     */
    public Saved takeBackParts(SignedIn actor, long id) {
        keeper.lock().lock();
        try {
            var whole = reversal(requireOperation(actor, id));
            var kept = new UndoParts(keeper.whole(), whole.withoutPlans()).possible();
            var plans =
                    Decisions.decide(keeper.whole(), whole.of(kept), Instant.EPOCH)
                                    instanceof Decision.Accepted
                            ? whole
                            : whole.withoutPlans();
            if (kept.isEmpty() && plans.planChanges().isEmpty()) {
                throw nothing("No part of this can be undone any more.");
            }
            return gateway.submit(actor, plans.of(kept));
        } finally {
            keeper.lock().unlock();
        }
    }

    /** What a reversal did, in the terms of what it took back or did again. */
    public String wordsOf(Saved saved) {
        return UndoWords.of(saved, isUndo(saved.operation()));
    }

    /** Of what somebody may not see, nothing can be taken back, nor that it happened be known. */
    private void requireSeen(SignedIn actor, Operation operation) {
        if (operation.actor().equals(actor.handle())) {
            return;
        }
        var whole = keeper.whole();
        var hiddenScope = SnapshotKeeper.hiddenScopeOf(actor, whole);
        boolean hidden =
                log.changesOf(operation.id()).stream()
                        .anyMatch(change ->
                                hiddenScope.hides(whole, change.item())
                                        || isDeletedForOthers(change, actor));
        if (hidden) {
            throw new Failure.NotFound("There is no operation " + operation.id() + ".");
        }
    }

    /** Whether a change took away what somebody did not see. */
    private static boolean isDeletedForOthers(Change change, SignedIn actor) {
        return change.field().label().equals(StandardFields.READERS)
                && change.before() instanceof String readers
                && !List.of(readers.split(", ")).contains(actor.handle());
    }

    private boolean isUndo(long operation) {
        return log.findOperation(operation)
                .filter(one -> one.kind() == OperationKind.UNDO)
                .isPresent();
    }

    private Reverse reversal(Operation operation) {
        var shortenings =
                log.since(operation.id(), OperationKind.RANKS).stream()
                        .map(one -> log.changesOf(one.id()))
                        .toList();
        var changes = log.changesOf(operation.id());
        return new Reverse(
                operation.kind() == OperationKind.UNDO ? OperationKind.REDO : OperationKind.UNDO,
                operation.id(),
                changes,
                log.planChangesOf(operation.id()),
                shortenings,
                placesAsLeft(operation.id(), changes));
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
        return later.kind() == OperationKind.UNDO
                && later.undoes() != null
                && (later.undoes() > operation);
    }

    private static Failure.Invalid nothing(String words) {
        return new Failure.Invalid(Problems.of("operation", words));
    }
}
