package greenladder.trace;

import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.State;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.trace.Coverage;
import greenladder.core.trace.Coverage.By;
import greenladder.core.trace.GoalEffort;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanel;
import greenladder.panel.ItemPanels;
import greenladder.view.Choice;
import greenladder.view.SideList;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;

/** Makes the matrix of what stands where two ways of looking at work cross. */
@Component
class CoveragePages {
    private static final int STEM = 80;
    private static final int MOST_ROWS = 300;

    private final Drawings drawings;
    private final ItemPanels panels;

    CoveragePages(Drawings drawings, ItemPanels panels) {
        this.drawings = drawings;
        this.panels = panels;
    }

    /**
     * @param bare how many rows have nothing at all, in words
     * @param rows as HTML
     * @param side the items of the cell that was picked; null for none
     */
    record CoveragePage(
            String product,
            String url,
            long operation,
            List<Choice> levels,
            List<Choice> bys,
            String bare,
            List<Column> columns,
            List<String> rows,
            @Nullable SideList side,
            @Nullable ItemPanel panel) {}

    /**
     * @param bare whether no row has anything in it
     */
    record Column(String name, boolean bare) {}

    record Row(String key, String title, boolean bare, List<Cell> cells) {}

    /**
     * @param items how many; 0 for nothing
     * @param url opens them beside the table
     */
    record Cell(int items, String words, @Nullable Stem stem, String url) {}

    /** The cell that was picked: a row and a column; both empty for none. */
    record Picked(String row, @Nullable String column) {}

    CoveragePage page(
            ViewContext context, String rows, String columns, Picked picked, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var by =
                Arrays.stream(By.values())
                        .filter(one -> word(one).equals(columns))
                        .findFirst()
                        .orElse(By.RELEASE);
        var stories = product.levels().stories();
        var levels = product.levels().all().stream().filter(one -> one.isAbove(stories)).toList();
        var level =
                levels.stream()
                        .filter(one -> one.key().equals(rows))
                        .findFirst()
                        .orElseGet(() -> GoalEffort.top(product));
        var coverage = Coverage.of(snapshot, product, level, by);
        var shown = coverage.rows().stream().limit(MOST_ROWS).toList();
        long bare = coverage.rows().stream().filter(row -> row.items() == 0).count();
        var url = url(product, level, by);
        var side = side(context, level, by, picked, url);
        var beside =
                panels.beside(
                        context,
                        side == null
                                ? url
                                : picking(
                                        url, picked.row(), Objects.requireNonNull(picked.column())),
                        at);
        return new CoveragePage(
                product.code(),
                beside.url(),
                context.operation(),
                levels.stream()
                        .map(one ->
                                new Choice(url(product, one, by), one.plural(), one.equals(level)))
                        .toList(),
                Arrays.stream(By.values())
                        .map(one ->
                                new Choice(url(product, level, one), "by " + word(one), one == by))
                        .toList(),
                bare == 0
                        ? "Everything here has work."
                        : "%d of %d have no work at all.".formatted(bare, coverage.rows().size()),
                coverage.columns().stream()
                        .map(column ->
                                new Column(
                                        name(snapshot, product, by, column),
                                        coverage.rows().stream()
                                                .allMatch(row -> row.cell(column).items() == 0)))
                        .toList(),
                shown.stream().map(row -> drawn(context, level, by, coverage, row)).toList(),
                side,
                beside.panel());
    }

    private static String picking(String url, String row, String column) {
        return url + "&row=" + row + "&column=" + UriUtils.encode(column, StandardCharsets.UTF_8);
    }

    /** The items of a cell, and the same as a list that can be worked on. */
    private static @Nullable SideList side(
            ViewContext context, Level level, By by, Picked picked, String url) {
        var snapshot = context.snapshot();
        var product = context.product();
        var column = picked.column();
        var row =
                ItemKey.parse(picked.row())
                        .flatMap(snapshot::findNode)
                        .filter(node -> node.item().level().equals(level))
                        .filter(node -> node.item().key().product().equals(product.code()))
                        .orElse(null);
        if (row == null || column == null) {
            return null;
        }
        var items = Coverage.in(snapshot, product, row, by, column);
        var parts = new ArrayList<SideList.Part>();
        for (var category : List.of(Category.IN_PROGRESS, Category.TO_DO, Category.DONE)) {
            var those = items.stream().filter(node -> node.item().category() == category).toList();
            if (!those.isEmpty()) {
                parts.add(SideList.Part.of(snapshot, category, those));
            }
        }
        return new SideList(
                name(snapshot, product, by, column),
                row.item().title(),
                SideList.Steps.none(url),
                parts,
                new Choice(
                        "/%s/rank?level=%s&in.%s=%s%s"
                                .formatted(
                                        product.code(),
                                        product.levels().stories().key(),
                                        level.key(),
                                        row.item().key(),
                                        by == By.RELEASE || by == By.REACH
                                                ? ""
                                                : "&%s=%s"
                                                        .formatted(
                                                                word(by),
                                                                UriUtils.encode(
                                                                        column,
                                                                        StandardCharsets.UTF_8))),
                        "Open its stories as a list in Rank",
                        false));
    }

    private static String word(By by) {
        return by.name().toLowerCase(Locale.ROOT);
    }

    private static String url(Product product, Level level, By by) {
        return "/%s/coverage?rows=%s&columns=%s".formatted(product.code(), level.key(), word(by));
    }

    private static String name(Snapshot snapshot, Product product, By by, String column) {
        var workspace = snapshot.workspace();
        if (column.isEmpty()) {
            return by == By.RELEASE ? "No release" : "No team";
        }
        return switch (by) {
            case RELEASE -> workspace.findRelease(column).map(Release::name).orElse(column);
            case TEAM -> workspace.findTeam(column).map(Team::name).orElse(column);
            case STATE ->
                    product.levels().all().stream()
                            .flatMap(level -> level.states().all().stream())
                            .filter(state -> state.key().equals(column))
                            .map(State::name)
                            .findFirst()
                            .orElse(column);
            case REACH ->
                    switch (Coverage.Reach.valueOf(column.toUpperCase(Locale.ROOT))) {
                        case STORIES -> "Has stories";
                        case TASKS -> "Has tasks";
                        case TESTS -> "Has tests";
                        case PASSED -> "Passed last time";
                        case DONE -> "Done";
                    };
        };
    }

    private String drawn(
            ViewContext context, Level level, By by, Coverage coverage, Coverage.Row row) {
        return drawings.cached(
                "trace/coverage-row", "row", "r", row(context, level, by, coverage, row));
    }

    private static Row row(
            ViewContext context, Level level, By by, Coverage coverage, Coverage.Row row) {
        var item = row.node().item();
        return new Row(
                item.key().toString(),
                item.title(),
                row.items() == 0,
                coverage.columns().stream()
                        .map(column ->
                                cell(
                                        context,
                                        level,
                                        by,
                                        column,
                                        item.key().toString(),
                                        row.cell(column),
                                        row.node().rollUp().leafCount()))
                        .toList());
    }

    private static Cell cell(
            ViewContext context,
            Level level,
            By by,
            String column,
            String key,
            Coverage.Cell cell,
            int leaves) {
        if (cell.items() == 0) {
            return new Cell(0, "", null, "");
        }
        if (by == By.REACH) {
            return reached(context, level, column, key, cell, leaves);
        }
        double inner = STEM - 2.0;
        double done = inner * cell.done() / cell.items();
        var words = "%d of %s done".formatted(cell.done(), Words.count(cell.items(), "item"));
        return new Cell(
                cell.items(),
                "%d of %d".formatted(cell.done(), cell.items()),
                new Stem(
                        STEM,
                        done,
                        1 + done,
                        inner * cell.inProgress() / cell.items(),
                        1 + inner,
                        0,
                        false,
                        words),
                picking(url(context.product(), level, by), key, column));
    }

    /** How many of a row's leaves reach so far. */
    private static Cell reached(
            ViewContext context,
            Level level,
            String column,
            String key,
            Coverage.Cell cell,
            int leaves) {
        int all = Math.max(leaves, cell.items());
        var words = "%d of %d".formatted(cell.items(), all);
        double reached = (STEM - 2.0) * cell.items() / all;
        return new Cell(
                cell.items(),
                words,
                new Stem(STEM, reached, 1 + reached, 0, STEM - 1.0, 0, false, words),
                picking(url(context.product(), level, By.REACH), key, column));
    }
}
