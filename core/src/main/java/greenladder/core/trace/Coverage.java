package greenladder.core.trace;

import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.papers.Round;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import org.pcollections.HashTreePMap;
import org.pcollections.PMap;

/**
 * What stands where two ways of looking at work cross: items of a level by release, team or state.
 *
 * @param columns in the order in which they are shown; an empty one is for what has no value
 */
public record Coverage(List<String> columns, List<Row> rows) {
    /** The column of what has the release of its row, whichever that is: no key reads so. */
    private static final String INHERITED = "(inherited)";

    /** By what the columns can be. */
    public enum By {
        RELEASE,
        TEAM,
        STATE,
        /**
         * How far the chain below reaches: to stories, tasks, tests, tests that passed, done work.
         */
        REACH
    }

    /**
     * Point leaves of a row in a column.
     *
     * @param points of those that are sized
     */
    public record Cell(int items, int done, int inProgress, Amount points) {
        public static final Cell NONE = new Cell(0, 0, 0, Amount.ZERO);

        Cell plus(Node leaf) {
            var category = leaf.item().category();
            var size = leaf.rollUp().effective();
            return new Cell(
                    items + 1,
                    done + (category == Category.DONE ? 1 : 0),
                    inProgress + (category == Category.IN_PROGRESS ? 1 : 0),
                    size == null ? points : points.plus(size));
        }

        Cell plus(Cell other) {
            return new Cell(
                    items + other.items,
                    done + other.done,
                    inProgress + other.inProgress,
                    points.plus(other.points));
        }
    }

    /** The cells of an item, by column; those that are not there hold nothing. */
    public record Row(Node node, Map<String, Cell> cells) {
        public Cell cell(String column) {
            return cells.getOrDefault(column, Cell.NONE);
        }

        public int items() {
            return cells.values().stream().mapToInt(Cell::items).sum();
        }
    }

    /** What a chain can reach, the columns of {@link By#REACH}. */
    public enum Reach {
        STORIES,
        TASKS,
        TESTS,
        PASSED,
        DONE;

        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * Time O(rows + what stands below those that changed since somebody looked); by reach, O(what
     * stands below the rows).
     */
    public static Coverage of(Snapshot snapshot, Product product, Level level, By by) {
        if (by == By.REACH) {
            return reach(snapshot, product, level);
        }
        var kept = kept(snapshot, product, level, by);
        var rows = new ArrayList<Row>();
        Set<String> seen = new LinkedHashSet<>();
        for (var node : snapshot.inOrder(product, level).live()) {
            var cells =
                    settled(
                            kept.getOrDefault(node.item().key(), Map.of()),
                            inForce(snapshot, node, by));
            rows.add(new Row(node, cells));
            seen.addAll(cells.keySet());
        }
        var columns = new ArrayList<String>();
        known(snapshot, product, by).stream()
                .filter(key -> by != By.STATE || seen.contains(key))
                .forEach(columns::add);
        seen.stream().filter(key -> !columns.contains(key)).forEach(columns::add);
        return new Coverage(columns, rows);
    }

    private record What(String product, String level, By by) {}

    /** The cells of each row, where what inherits the row's own release is still told apart. */
    private static PMap<ItemKey, Map<String, Cell>> kept(
            Snapshot snapshot, Product product, Level level, By by) {
        return snapshot.<PMap<ItemKey, Map<String, Cell>>>kept(
                new What(product.code(), level.key(), by),
                List.of(product.levels()),
                () -> {
                    PMap<ItemKey, Map<String, Cell>> all = HashTreePMap.empty();
                    for (var node : snapshot.inOrder(product, level).all()) {
                        all = all.plus(node.item().key(), cells(node, by));
                    }
                    return all;
                },
                (before, since) -> {
                    var all = before;
                    for (var key : since.touched()) {
                        var node =
                                snapshot.findNode(key)
                                        .filter(one -> one.item().level().equals(level))
                                        .filter(one -> key.product().equals(product.code()));
                        all =
                                node.isPresent()
                                        ? all.plus(key, cells(node.get(), by))
                                        : all.minus(key);
                    }
                    return all;
                });
    }

    private static Map<String, Cell> cells(Node node, By by) {
        var cells = new LinkedHashMap<String, Cell>();
        add(node, INHERITED, by, cells);
        return cells;
    }

    private static Map<String, Cell> settled(Map<String, Cell> cells, String release) {
        var settled = new LinkedHashMap<String, Cell>();
        cells.forEach((column, cell) ->
                settled.merge(column.equals(INHERITED) ? release : column, cell, Cell::plus));
        return settled;
    }

    private static Coverage reach(Snapshot snapshot, Product product, Level level) {
        var last = snapshot.workspace().papers().lastResults(product.code());
        var rows = new ArrayList<Row>();
        for (var node : snapshot.inOrder(product, level).live()) {
            var cells = new LinkedHashMap<String, Cell>();
            reach(snapshot, product, node, last, cells);
            rows.add(new Row(node, cells));
        }
        return new Coverage(Arrays.stream(Reach.values()).map(Reach::key).toList(), rows);
    }

    private static void reach(
            Snapshot snapshot,
            Product product,
            Node node,
            Map<String, Round.Result> last,
            Map<String, Cell> cells) {
        leaves(
                node,
                leaf -> {
                    for (var one : Reach.values()) {
                        if (reaches(snapshot, product, leaf, last, one)) {
                            cells.merge(one.key(), Cell.NONE.plus(leaf), Cell::plus);
                        }
                    }
                });
    }

    private static boolean reaches(
            Snapshot snapshot,
            Product product,
            Node leaf,
            Map<String, Round.Result> last,
            Reach so) {
        var item = leaf.item();
        var tests = snapshot.workspace().papers().testsOf(item.key());
        return switch (so) {
            case STORIES -> item.level().equals(product.levels().stories());
            case TASKS -> !leaf.children().isEmpty();
            case TESTS -> !tests.isEmpty();
            case PASSED ->
                    tests.stream()
                            .map(test -> last.get(test.key()))
                            .anyMatch(result -> result != null && result.passed());
            case DONE -> item.isDone();
        };
    }

    /** Tells the point leaves from an item down, in order; what is dropped is left out. */
    private static void leaves(Node node, Consumer<Node> each) {
        var item = node.item();
        if (item.isDropped() || !item.level().carriesPoints()) {
            return;
        }
        if (node.rollUp().hasPointChildren()) {
            node.children().forEach(child -> leaves(child, each));
        } else {
            each.accept(node);
        }
    }

    /**
     * The items of a row that stand in a column. Time O(what stands below the row).
     *
     * @param row an item that carries points or stands above such
     */
    public static List<Node> in(
            Snapshot snapshot, Product product, Node row, By by, String column) {
        var found = new ArrayList<Node>();
        if (by == By.REACH) {
            var last = snapshot.workspace().papers().lastResults(product.code());
            Arrays.stream(Reach.values())
                    .filter(one -> one.key().equals(column))
                    .forEach(one ->
                            leaves(
                                    row,
                                    leaf -> {
                                        if (reaches(snapshot, product, leaf, last, one)) {
                                            found.add(leaf);
                                        }
                                    }));
            return found;
        }
        place(
                row,
                inForce(snapshot, row, by),
                by,
                (its, leaf) -> {
                    if (its.equals(column)) {
                        found.add(leaf);
                    }
                });
        return found;
    }

    private static List<String> known(Snapshot snapshot, Product product, By by) {
        var workspace = snapshot.workspace();
        return switch (by) {
            case RELEASE ->
                    workspace.releasesOf(product.code()).stream().map(one -> one.key()).toList();
            case TEAM -> workspace.teamsOf(product.code()).stream().map(one -> one.key()).toList();
            case STATE ->
                    product.levels().all().stream()
                            .flatMap(level -> level.states().all().stream())
                            .map(state -> state.key())
                            .distinct()
                            .toList();
            case REACH -> List.of();
        };
    }

    /** The release that what stands above an item gives it. */
    private static String inForce(Snapshot snapshot, Node node, By by) {
        return by != By.RELEASE
                ? ""
                : snapshot.ancestors(node.item()).stream()
                        .map(above -> above.item().release())
                        .filter(Objects::nonNull)
                        .findFirst()
                        .orElse("");
    }

    private static void add(Node node, String release, By by, Map<String, Cell> cells) {
        place(
                node,
                release,
                by,
                (column, leaf) -> cells.merge(column, Cell.NONE.plus(leaf), Cell::plus));
    }

    /** Tells the point leaves from an item down, each with its column. */
    private static void place(Node node, String release, By by, BiConsumer<String, Node> each) {
        var item = node.item();
        if (item.isDropped() || !item.level().carriesPoints()) {
            return;
        }
        var its = item.release() == null ? release : item.release();
        if (node.rollUp().hasPointChildren()) {
            node.children().forEach(child -> place(child, its, by, each));
            return;
        }
        each.accept(
                switch (by) {
                    case RELEASE -> its;
                    case TEAM -> Objects.requireNonNullElse(item.team(), "");
                    case STATE, REACH -> item.state().key();
                },
                node);
    }
}
