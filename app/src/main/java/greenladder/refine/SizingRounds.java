package greenladder.refine;

import greenladder.core.change.Command;
import greenladder.core.change.Problems;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Scale;
import greenladder.core.sizing.Picks;
import greenladder.item.Door;
import greenladder.item.Door.Saved;
import greenladder.item.Rights;
import greenladder.item.SnapshotKeeper;
import greenladder.live.Happened;
import greenladder.people.SignedIn;
import greenladder.refine.SizingRows.Phase;
import greenladder.refine.SizingRows.PickRow;
import greenladder.refine.SizingRows.RoundRow;
import greenladder.refine.SizingRows.SeatRow;
import greenladder.talk.NoticeDesk;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
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
    private final EntityManager entities;
    private final SnapshotKeeper keeper;
    private final Rights rights;
    private final Door door;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final NoticeDesk notices;

    /** Somebody in a round; whoever left does so until they come back. */
    record Seat(String handle, boolean gone, boolean picked) {}

    /**
     * A round as one person may see it.
     *
     * @param seats who is or was in it
     * @param mine what the reader picked; empty for nothing yet
     * @param picks what everybody picked; empty until they are shown
     */
    record Round(
            long id,
            ItemKey item,
            String startedBy,
            int attempt,
            Phase stage,
            String agreed,
            List<Seat> seats,
            String mine,
            SortedMap<String, String> picks) {
        boolean isOpen() {
            return stage == Phase.PICKING || stage == Phase.SHOWN;
        }

        boolean wasLeftBy(String handle) {
            return seats.stream().anyMatch(seat -> seat.gone() && seat.handle().equals(handle));
        }

        /** Those who are in it still. */
        List<Seat> present() {
            return seats.stream().filter(seat -> !seat.gone()).toList();
        }

        /** How many of those who are in it have picked. */
        long picked() {
            return present().stream().filter(Seat::picked).count();
        }
    }

    SizingRounds(
            EntityManager entities,
            SnapshotKeeper keeper,
            Rights rights,
            Door door,
            ApplicationEventPublisher events,
            Clock clock,
            NoticeDesk notices) {
        this.notices = notices;
        this.entities = entities;
        this.keeper = keeper;
        this.rights = rights;
        this.door = door;
        this.events = events;
        this.clock = clock;
    }

    /** Starts a round on an item, or finds the one that is open. Gives its number. */
    long start(SignedIn me, ItemKey item) {
        requireMaySize(me, item);
        var open =
                entities.createQuery(
                                "from SizingRoundRow where item = :item"
                                        + " and stage in ('PICKING', 'SHOWN') order by id",
                                RoundRow.class)
                        .setParameter("item", item.toString())
                        .getResultList();
        if (!open.isEmpty()) {
            sit(me, open.getFirst());
            tell(open.getFirst());
            return idOf(open.getFirst());
        }
        var row = new RoundRow();
        row.item = item.toString();
        row.product = item.product();
        row.startedBy = me.handle();
        row.at = clock.instant();
        entities.persist(row);
        notices.roundBegan(item, me.handle());
        sit(me, row);
        tell(row);
        return idOf(row);
    }

    /** The rounds of a product that are open, the latest first. */
    @Transactional(readOnly = true)
    List<Round> open(SignedIn reader, String product) {
        return entities
                .createQuery(
                        "from SizingRoundRow where product = :product"
                                + " and stage in ('PICKING', 'SHOWN') order by id desc",
                        RoundRow.class)
                .setParameter("product", product)
                .getResultList()
                .stream()
                .filter(row -> keeper.current().findItem(key(row)).isPresent())
                .map(row -> round(row, reader))
                .toList();
    }

    /**
     * A round, in which a reader who may size sits down on coming to it for the first time. Whoever
     * left comes back by picking: their page may still be open and look again.
     */
    Optional<Round> join(SignedIn reader, long id) {
        var row = entities.find(RoundRow.class, id);
        if (row == null || keeper.current().findItem(key(row)).isEmpty()) {
            return Optional.empty();
        }
        if (isOpen(row) && findSeat(reader, row) == null && maySize(reader, key(row))) {
            sit(reader, row);
            tell(row);
        }
        return Optional.of(round(row, reader));
    }

    /**
     * Picks a step, or says that one cannot say; a later pick takes the place of an earlier one.
     *
     * @throws Failure.Conflict if the picks are shown already
     */
    void pick(SignedIn me, long id, String label) {
        var row = require(me, id);
        if (phase(row) != Phase.PICKING) {
            throw new Failure.Conflict(
                    row.item, "The picks are shown already; yours comes in the next go.");
        }
        boolean known = label.equals(Picks.CANNOT_SAY) || scale(row).findStep(label).isPresent();
        if (!known) {
            throw new Failure.Invalid(
                    Problems.of(
                            "label", "“%s” is no step of %s.".formatted(label, scale(row).name())));
        }
        sit(me, row);
        var pick = new PickRow();
        pick.round = id;
        pick.attempt = row.attempt;
        pick.person = me.handle();
        pick.label = label;
        entities.merge(pick);
        tell(row);
    }

    /**
     * Shows all picks at once. Those who left half-way are not waited for; what they picked counts.
     */
    void show(SignedIn me, long id) {
        var row = require(me, id);
        if (picks(row).isEmpty()) {
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
        return door.submit(
                me,
                snapshot ->
                        new Command.Edit(
                                List.of(key(require(me, id))), Map.of(Field.SIZE.label(), size)),
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
        var row = entities.find(RoundRow.class, id);
        var seat = row == null ? null : findSeat(me, row);
        if (row != null && seat != null && !seat.gone) {
            seat.gone = true;
            tell(row);
        }
    }

    private void sit(SignedIn me, RoundRow round) {
        var seat = findSeat(me, round);
        if (seat == null) {
            seat = new SeatRow();
            seat.round = idOf(round);
            seat.person = me.handle();
            entities.persist(seat);
        }
        seat.gone = false;
    }

    private @Nullable SeatRow findSeat(SignedIn person, RoundRow round) {
        return entities.find(SeatRow.class, new SeatRow.Key(idOf(round), person.handle()));
    }

    private Round round(RoundRow row, SignedIn reader) {
        var picks = picks(row);
        var seats =
                entities
                        .createQuery(
                                "from SizingSeatRow where round = :round order by person",
                                SeatRow.class)
                        .setParameter("round", row.id)
                        .getResultList()
                        .stream()
                        .map(seat ->
                                new Seat(seat.person, seat.gone, picks.containsKey(seat.person)))
                        .toList();
        return new Round(
                idOf(row),
                key(row),
                row.startedBy,
                row.attempt,
                phase(row),
                Objects.requireNonNullElse(row.agreed, ""),
                seats,
                picks.getOrDefault(reader.handle(), ""),
                phase(row) == Phase.PICKING ? new TreeMap<>() : picks);
    }

    private SortedMap<String, String> picks(RoundRow row) {
        var picks = new TreeMap<String, String>();
        entities.createQuery(
                        "from SizingPickRow where round = :round and attempt = :attempt",
                        PickRow.class)
                .setParameter("round", row.id)
                .setParameter("attempt", row.attempt)
                .getResultList()
                .forEach(pick -> picks.put(pick.person, pick.label));
        return picks;
    }

    private RoundRow require(SignedIn me, long id) {
        var row = entities.find(RoundRow.class, id);
        if (row == null) {
            throw new Failure.NotFound("There is no such round.");
        }
        requireMaySize(me, key(row));
        if (!isOpen(row)) {
            throw new Failure.Conflict(row.item, "This round is over.");
        }
        return row;
    }

    private void requireMaySize(SignedIn me, ItemKey item) {
        if (keeper.current().findItem(item).isEmpty()) {
            throw new Failure.NotFound("There is no item %s.".formatted(item));
        }
        if (!maySize(me, item)) {
            throw new Failure.Forbidden("You cannot size this.");
        }
    }

    private boolean maySize(SignedIn me, ItemKey item) {
        return keeper.current()
                .findItem(item)
                .filter(found -> found.level().carriesPoints())
                .map(found -> rights.mayEdit(me, found, Field.SIZE))
                .orElse(false);
    }

    private Scale scale(RoundRow row) {
        return keeper.current().requireProduct(row.product).refining().scale();
    }

    private void tell(RoundRow row) {
        events.publishEvent(
                new Happened(
                        "round",
                        Map.of(
                                "product",
                                row.product,
                                "item",
                                row.item,
                                "round",
                                String.valueOf(row.id),
                                "stage",
                                row.stage)));
    }

    private static boolean isOpen(RoundRow row) {
        return phase(row) == Phase.PICKING || phase(row) == Phase.SHOWN;
    }

    private static Phase phase(RoundRow row) {
        return Phase.valueOf(row.stage);
    }

    private static ItemKey key(RoundRow row) {
        return ItemKey.parse(row.item).orElseThrow();
    }

    private static long idOf(RoundRow row) {
        return Objects.requireNonNull(row.id);
    }
}
