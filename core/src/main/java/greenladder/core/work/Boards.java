package greenladder.core.work;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.State;
import greenladder.core.product.Product;
import greenladder.core.team.Board;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Board.Place;
import greenladder.core.team.Team;
import greenladder.core.workspace.Workspace;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The boards of teams, and in which column of one an item stands. */
public final class Boards {
    private Boards() {}

    /** The board that a team has set up, else one with a column for each state of its stories. */
    public static Board of(Workspace workspace, Team team) {
        var board = team.practice().board();
        return board.columns().isEmpty() ? board.with(usualColumns(workspace, team)) : board;
    }

    /** The levels of which columns hold states: that of stories, and those below it. */
    public static List<Level> levels(Product product) {
        var stories = product.levels().stories();
        return product.levels().all().stream().filter(level -> !level.isAbove(stories)).toList();
    }

    /** A column for each state of stories; states of what stands below go by their category. */
    public static List<Column> usualColumns(Workspace workspace, Team team) {
        var columns = new ArrayList<Column>();
        for (var code : team.products()) {
            var product = workspace.requireProduct(code);
            for (var level : levels(product)) {
                for (var state : workspace.statesOf(level, team.key()).all()) {
                    if (state.category() != Category.DROPPED) {
                        put(columns, workspace, team, level, state);
                    }
                }
            }
        }
        return columns;
    }

    private static void put(
            List<Column> columns, Workspace workspace, Team team, Level level, State state) {
        var place = new Place(level.key(), null, state.key());
        if (columns.stream().anyMatch(column -> column.places().contains(place))) {
            return;
        }
        var firstLevel =
                columns.isEmpty() ? level.key() : columns.getFirst().places().getFirst().level();
        if (level.key().equals(firstLevel)) {
            columns.add(new Column(state.key(), state.name(), null, List.of(place)));
            return;
        }
        for (int i = 0; i < columns.size(); i++) {
            var column = columns.get(i);
            if (categoryOf(workspace, team, column).filter(state.category()::equals).isPresent()) {
                var places = new ArrayList<>(column.places());
                places.add(place);
                columns.set(i, column.with(places));
                return;
            }
        }
    }

    /** The category of what a column holds: that of its first state. */
    public static Optional<Category> categoryOf(Workspace workspace, Team team, Column column) {
        return column.places().stream()
                .flatMap(place -> state(workspace, team, place).stream())
                .map(State::category)
                .findFirst();
    }

    /** A state that a column holds; empty where there is none such any more. */
    public static Optional<State> state(Workspace workspace, Team team, Place place) {
        return team.products().stream()
                .flatMap(code -> workspace.findProduct(code).stream())
                .flatMap(product -> product.levels().find(place.level()).stream())
                .flatMap(
                        level -> workspace.statesOf(level, team.key()).find(place.state()).stream())
                .findFirst();
    }

    /**
     * The column in which an item stands. What is on a level above stories stands by its category;
     * empty where no column holds the item's state.
     */
    public static Optional<Column> columnOf(
            Workspace workspace, Team team, Board board, Item item) {
        var column = board.columnOf(item);
        if (column.isPresent() || !isAboveStories(workspace, item)) {
            return column;
        }
        return board.columns().stream()
                .filter(one ->
                        categoryOf(workspace, team, one)
                                .filter(item.category()::equals)
                                .isPresent())
                .findFirst();
    }

    private static boolean isAboveStories(Workspace workspace, Item item) {
        var product = workspace.requireProduct(item.key().product());
        return item.level().isAbove(product.levels().stories());
    }

    /** The state that an item gets in a column; empty where the column has none for it. */
    public static Optional<String> stateIn(
            Workspace workspace, Team team, Column column, Item item) {
        var state = column.stateFor(item);
        if (state.isPresent() || !isAboveStories(workspace, item)) {
            return state;
        }
        return categoryOf(workspace, team, column)
                .map(category ->
                        item.category() == category
                                ? item.state().key()
                                : workspace.statesOf(item).firstOf(category).key());
    }
}
