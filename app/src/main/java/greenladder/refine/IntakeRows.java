package greenladder.refine;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The tables of intake lists and what waits in them. */
final class IntakeRows {
    private IntakeRows() {}

    @Entity(name = "IntakeListRow")
    @Table(name = "intake_list")
    static class IntakeListRow {
        @Id
        @GeneratedValue(strategy = GenerationType.IDENTITY)
        @Nullable Long id;

        String team = "";
        String name = "";

        /** The product that what is taken up goes to, and the kind that it gets there. */
        String product = "";

        String kind = "";
    }

    @Entity(name = "IntakeEntryRow")
    @Table(name = "intake_entry")
    static class IntakeEntryRow {
        @Id
        @GeneratedValue(strategy = GenerationType.IDENTITY)
        @Nullable Long id;

        @Column(name = "list_id")
        long list;

        String title = "";

        @Column(name = "size_points")
        @Nullable String size;

        @Column(name = "value_points")
        @Nullable String value;

        @Column(name = "asked_by")
        String askedBy = "";

        @Column(name = "at_time")
        Instant at = Instant.EPOCH;

        /** The item that it became; it waits again where that item is gone. */
        @Column(name = "taken_as")
        @Nullable String takenAs;

        @Column(name = "removed_at")
        @Nullable Instant removedAt;
    }
}
