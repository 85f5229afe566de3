package greenladder.product;

import greenladder.core.item.Category;
import greenladder.core.item.Level;
import greenladder.core.item.Product;
import greenladder.core.item.State;
import greenladder.core.item.States;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.List;

/** The tables of products, their levels and their states. */
final class ProductRows {
    private ProductRows() {}

    @Entity(name = "ProductRow")
    @Table(name = "product")
    static class ProductRow {
        @Id String code = "";

        String name = "";

        @Column(name = "last_number")
        int lastNumber;

        ProductRow() {}

        ProductRow(Product product) {
            this.code = product.code();
            this.name = product.name();
        }
    }

    @Entity(name = "LevelRow")
    @Table(name = "product_level")
    @IdClass(LevelRow.Id.class)
    static class LevelRow {
        @jakarta.persistence.Id String product = "";

        @jakarta.persistence.Id int place;

        @Column(name = "level_key")
        String key = "";

        String name = "";
        String plural = "";

        @Enumerated(EnumType.STRING)
        Level.Measure measure = Level.Measure.POINTS;

        @Column(name = "follows_children")
        boolean followsChildren;

        /** The keys of the kinds, with blanks between. */
        String kinds = "";

        record Id(String product, int place) implements Serializable {}

        LevelRow() {}

        LevelRow(String product, Level level) {
            this.product = product;
            this.place = level.index();
            this.key = level.key();
            this.name = level.name();
            this.plural = level.plural();
            this.measure = level.measure();
            this.followsChildren = level.followsChildren();
            this.kinds = String.join(" ", level.kinds());
        }

        Level toLevel(List<State> states) {
            return new Level(
                    key,
                    name,
                    plural,
                    place,
                    measure,
                    followsChildren,
                    List.of(kinds.split(" ")),
                    new States(states));
        }
    }

    @Entity(name = "StateRow")
    @Table(name = "product_state")
    @IdClass(StateRow.Id.class)
    static class StateRow {
        @jakarta.persistence.Id String product = "";

        @jakarta.persistence.Id
        @Column(name = "level_key")
        String level = "";

        @jakarta.persistence.Id int place;

        @Column(name = "state_key")
        String key = "";

        String name = "";

        @Enumerated(EnumType.STRING)
        Category category = Category.TO_DO;

        record Id(String product, String level, int place) implements Serializable {}

        StateRow() {}

        StateRow(String product, Level level, int place) {
            var state = level.states().all().get(place);
            this.product = product;
            this.level = level.key();
            this.place = place;
            this.key = state.key();
            this.name = state.name();
            this.category = state.category();
        }

        State toState() {
            return new State(key, name, category);
        }
    }
}
