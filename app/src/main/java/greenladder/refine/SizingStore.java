package greenladder.refine;

import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.refine.SizingRows.Phase;
import greenladder.refine.SizingRows.PickRow;
import greenladder.refine.SizingRows.RoundRow;
import greenladder.refine.SizingRows.SeatRow;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Rounds of sizing as they are kept. */
@Component
class SizingStore {
    private final EntityManager entities;

    SizingStore(EntityManager entities) {
        this.entities = entities;
    }

    /** The rounds on an item that are open, the oldest first. */
    List<RoundRow> openOn(ItemKey item) {
        return entities.createQuery(
                        "from SizingRoundRow where item = :item"
                                + " and stage in ('PICKING', 'SHOWN') order by id",
                        RoundRow.class)
                .setParameter("item", item.toString())
                .getResultList();
    }

    /** The rounds of a product that are open, the latest first. */
    List<RoundRow> openIn(String product) {
        return entities.createQuery(
                        "from SizingRoundRow where product = :product"
                                + " and stage in ('PICKING', 'SHOWN') order by id desc",
                        RoundRow.class)
                .setParameter("product", product)
                .getResultList();
    }

    @Nullable RoundRow find(long id) {
        return entities.find(RoundRow.class, id);
    }

    void keep(RoundRow row) {
        entities.persist(row);
    }

    /** Keeps a pick in the place of an earlier one of the same go. */
    void pick(RoundRow row, SignedIn who, String label) {
        var pick = new PickRow();
        pick.round = idOf(row);
        pick.attempt = row.attempt;
        pick.person = who.handle();
        pick.label = label;
        entities.merge(pick);
    }

    /** Seats somebody, or lets them come back. */
    void sit(SignedIn me, RoundRow round) {
        var seat = findSeat(me, round);
        if (seat == null) {
            seat = new SeatRow();
            seat.round = idOf(round);
            seat.person = me.handle();
            entities.persist(seat);
        }
        seat.gone = false;
    }

    @Nullable SeatRow findSeat(SignedIn person, RoundRow round) {
        return entities.find(SeatRow.class, new SeatRow.Key(idOf(round), person.handle()));
    }

    /** A round as a reader may see it. */
    SizingRound seen(RoundRow row, SignedIn reader) {
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
                                new SizingRound.Seat(
                                        seat.person, seat.gone, picks.containsKey(seat.person)))
                        .toList();
        return new SizingRound(
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

    SortedMap<String, String> picks(RoundRow row) {
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

    static boolean isOpen(RoundRow row) {
        return phase(row) == Phase.PICKING || phase(row) == Phase.SHOWN;
    }

    static Phase phase(RoundRow row) {
        return Phase.valueOf(row.stage);
    }

    static ItemKey key(RoundRow row) {
        return ItemKey.parse(row.item).orElseThrow();
    }

    static long idOf(RoundRow row) {
        return Objects.requireNonNull(row.id);
    }
}
