package greenladder.refine;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The tables of sizing rounds: the rounds, who sits in them, and what they picked. */
final class SizingRows {
    private SizingRows() {}

    /** Where a round stands. */
    enum Phase {
        PICKING,
        SHOWN,
        AGREED,
        ENDED
    }

    @Entity(name = "SizingRoundRow")
    @Table(name = "sizing_round")
    static class RoundRow {
        @Id
        @GeneratedValue(strategy = GenerationType.IDENTITY)
        @Nullable Long id;

        @Column(name = "item_key")
        String item = "";

        String product = "";

        @Column(name = "started_by")
        String startedBy = "";

        @Column(name = "at_time")
        Instant at = Instant.EPOCH;

        /** Which go it is, from 1. */
        int attempt = 1;

        String stage = Phase.PICKING.name();

        /** The size agreed on. */
        @Nullable String agreed;
    }

    @Entity(name = "SizingSeatRow")
    @Table(name = "sizing_seat")
    @IdClass(SeatRow.Key.class)
    static class SeatRow {
        @Id
        @Column(name = "round_id")
        long round;

        @Id String person = "";

        /** Whether the person left before the end. */
        boolean gone;

        record Key(long round, String person) implements Serializable {}
    }

    @Entity(name = "SizingPickRow")
    @Table(name = "sizing_pick")
    @IdClass(PickRow.Key.class)
    static class PickRow {
        @Id
        @Column(name = "round_id")
        long round;

        @Id int attempt;
        @Id String person = "";

        /** The label of a step of the scale, or what those pick who cannot say. */
        String label = "";

        record Key(long round, int attempt, String person) implements Serializable {}
    }
}
