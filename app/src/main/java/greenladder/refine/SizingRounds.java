package greenladder.refine;

import greenladder.core.change.Problems;
import greenladder.core.edit.EditItems;
import greenladder.core.item.Field;
import greenladder.core.product.Scale;
import greenladder.core.sizing.Picks;
import greenladder.core.value.ItemKey;
import greenladder.live.PresenceEvent;
import greenladder.people.SignedIn;
import greenladder.refine.SizingRows.Phase;
import greenladder.refine.SizingRows.RoundRow;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.Rights;
import greenladder.store.SnapshotKeeper;
import greenladder.talk.NoticeDesk;
import greenladder.web.Failure;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Rounds in which several people size one item: each picks in secret, all picks are shown at once,
 * and they pick again or agree. Picks are kept as soon as they are made.
 */
@Component
@Transactional
class SizingRounds {
    private final SizingStore store;
    private final SnapshotKeeper keeper;
    private final Rights rights;
    private final CommandGateway gateway;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final NoticeDesk notices;

    SizingRounds(
            SizingStore store,
            SnapshotKeeper keeper,
            Rights rights,
            CommandGateway gateway,
            ApplicationEventPublisher events,
            Clock clock,
            NoticeDesk notices) {
        this.notices = notices;
        this.store = store;
        this.keeper = keeper;
        this.rights = rights;
        this.gateway = gateway;
        this.events = events;
        this.clock = clock;
    }

    /** Starts a round on an item, or finds the one that is open. Gives its number. */
    long start(SignedIn me, ItemKey item) {
        requireMaySize(me, item);
        var open = store.openOn(item);
        if (!open.isEmpty()) {
            store.sit(me, open.getFirst());
            tell(open.getFirst());
            return SizingStore.idOf(open.getFirst());
        }
        var row = new RoundRow();
        row.item = item.toString();
        row.product = item.product();
        row.startedBy = me.handle();
        row.at = clock.instant();
        store.keep(row);
        notices.roundBegan(item, me.handle());
        store.sit(me, row);
        tell(row);
        return SizingStore.idOf(row);
    }

    /** The rounds of a product that are open, the latest first. */
    @Transactional(readOnly = true)
    List<SizingRound> open(SignedIn reader, String product) {
        return store.openIn(product).stream()
                .filter(row -> keeper.seenBy(reader).findItem(SizingStore.key(row)).isPresent())
                .map(row -> store.seen(row, reader))
                .toList();
    }

    /**
     * A round, in which a reader who may size sits down on coming to it for the first time. Whoever
     * left comes back by picking: their page may still be open and look again.
     */
    Optional<SizingRound> join(SignedIn reader, long id) {
        var row = store.find(id);
        if (row == null || keeper.seenBy(reader).findItem(SizingStore.key(row)).isEmpty()) {
            return Optional.empty();
        }
        if (SizingStore.isOpen(row)
                && store.findSeat(reader, row) == null
                && maySize(reader, SizingStore.key(row))) {
            store.sit(reader, row);
            tell(row);
        }
        return Optional.of(store.seen(row, reader));
    }

    /**
     * Picks a step, or says that one cannot say; a later pick takes the place of an earlier one.
     *
     * @throws Failure.Conflict if the picks are shown already
     */
    void pick(SignedIn me, long id, String label) {
        var row = require(me, id);
        if (SizingStore.phase(row) != Phase.PICKING) {
            throw new Failure.Conflict(
                    row.item, "The picks are shown already; yours comes in the next go.");
        }
        boolean known =
                label.equals(Picks.CANNOT_SAY) || scale(me, row).findStep(label).isPresent();
        if (!known) {
            throw new Failure.Invalid(
                    Problems.of(
                            "label",
                            "“%s” is not a step of %s.".formatted(label, scale(me, row).name())));
        }
        store.sit(me, row);
        store.pick(row, me, label);
        tell(row);
    }

    /**
     * Shows all picks at once. Those who left half-way are not waited for; what they picked counts.
     */
    void show(SignedIn me, long id) {
        var row = require(me, id);
        if (store.picks(row).isEmpty()) {
            throw new Failure.Invalid(Problems.of("round", "Nobody has picked yet."));
        }
        row.stage = Phase.SHOWN.name();
        tell(row);
    }

    /** One more go: everybody picks anew. */
    void again(SignedIn me, long id) {
        var row = require(me, id);
        row.attempt++;
        row.stage = Phase.PICKING.name();
        tell(row);
    }

    /** Gives the item the size agreed on. */
    @Transactional(propagation = Propagation.NOT_SUPPORTED)
    Saved agree(SignedIn me, long id, String size) {
        return gateway.submit(
                me,
                snapshot ->
                        new EditItems(
                                List.of(SizingStore.key(require(me, id))),
                                Map.of(Field.SIZE.label(), size)),
                accepted -> {
                    var row = require(me, id);
                    row.stage = Phase.AGREED.name();
                    row.agreed = size;
                    tell(row);
                });
    }

    /** Ends a round without a size. */
    void end(SignedIn me, long id) {
        var row = require(me, id);
        row.stage = Phase.ENDED.name();
        tell(row);
    }

    /** Somebody leaves; the others go on. */
    void leave(SignedIn me, long id) {
        var row = store.find(id);
        var seat = row == null ? null : store.findSeat(me, row);
        if (row != null && seat != null && !seat.gone) {
            seat.gone = true;
            tell(row);
        }
    }

    private RoundRow require(SignedIn me, long id) {
        var row = store.find(id);
        if (row == null) {
            throw new Failure.NotFound("There is no such round.");
        }
        requireMaySize(me, SizingStore.key(row));
        if (!SizingStore.isOpen(row)) {
            throw new Failure.Conflict(row.item, "This round is over.");
        }
        return row;
    }

    private void requireMaySize(SignedIn me, ItemKey item) {
        if (keeper.seenBy(me).findItem(item).isEmpty()) {
            throw new Failure.NotFound("There is no item %s.".formatted(item));
        }
        if (!maySize(me, item)) {
            throw new Failure.Forbidden("You cannot size this.");
        }
    }

    private boolean maySize(SignedIn me, ItemKey item) {
        return keeper.seenBy(me)
                .findItem(item)
                .filter(found -> found.level().carriesPoints())
                .map(found -> rights.mayEdit(me, found, Field.SIZE))
                .orElse(false);
    }

    private Scale scale(SignedIn me, RoundRow row) {
        return keeper.seenBy(me).requireProduct(row.product).refining().scale();
    }

    private void tell(RoundRow row) {
        events.publishEvent(
                new PresenceEvent(
                        "round",
                        row.product,
                        List.of(ItemKey.parse(row.item).orElseThrow()),
                        "item",
                        Map.of("round", String.valueOf(row.id), "stage", row.stage)));
    }
}
