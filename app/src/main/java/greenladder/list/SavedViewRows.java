package greenladder.list;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.jspecify.annotations.Nullable;

/** The tables of saved views and of who pinned which. */
final class SavedViewRows {
    private SavedViewRows() {}

    /** Who else sees a view. */
    enum Sharing {
        PRIVATE,
        TEAM,
        PRODUCT
    }

    @Entity(name = "SavedViewRow")
    @Table(name = "saved_view")
    static class SavedViewRow {
        @Id
        @GeneratedValue(strategy = GenerationType.IDENTITY)
        @Nullable Long id;

        String product = "";
        String owner = "";
        String name = "";

        @Column(name = "view_path")
        String path = "";

        String query = "";
        String sharing = Sharing.PRIVATE.name();
        @Nullable String team;
        boolean removed;
    }

    @Entity(name = "SavedViewPinRow")
    @Table(name = "saved_view_pin")
    @IdClass(SavedViewPinRow.Key.class)
    static class SavedViewPinRow {
        @Id
        @Column(name = "view_id")
        long view;

        @Id String person = "";

        record Key(long view, String person) implements Serializable {}
    }
}
