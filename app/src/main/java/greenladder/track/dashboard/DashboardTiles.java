package greenladder.track.dashboard;

import greenladder.core.filter.Filter;
import greenladder.core.flow.Flow;
import greenladder.core.item.Item;
import greenladder.core.people.Person;
import greenladder.core.plan.Sprints;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.list.SavedViews;
import greenladder.planning.SprintFigures;
import greenladder.track.Burndowns;
import greenladder.track.BurnupPages;
import greenladder.track.Plot;
import greenladder.track.ProgressPages;
import greenladder.track.ProgressPlace;
import greenladder.track.ReportPages;
import greenladder.track.Sieve;
import greenladder.track.TrackTable;
import greenladder.track.TrackTable.Cell;
import greenladder.track.dashboard.DashboardPage.Picture;
import greenladder.track.dashboard.DashboardPage.Tile;
import greenladder.track.flow.FlowCharts;
import greenladder.track.flow.FlowPages;
import greenladder.track.flow.FlowPlace;
import greenladder.track.flow.VelocityChart;
import greenladder.track.tables.Question;
import greenladder.track.tables.TablesPages;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Draws the tiles of a dashboard. */
@Component
class DashboardTiles {
    private static final int MOST = 8;
    private static final int WEEKS = 13;

    private final ProgressPages progress;
    private final FlowPages flows;
    private final BurnupPages burnups;
    private final TablesPages tables;
    private final SprintFigures figures;
    private final SavedViews views;
    private final FilterLines lines;

    DashboardTiles(
            ProgressPages progress,
            FlowPages flows,
            BurnupPages burnups,
            TablesPages tables,
            SprintFigures figures,
            SavedViews views,
            FilterLines lines) {
        this.progress = progress;
        this.flows = flows;
        this.burnups = burnups;
        this.tables = tables;
        this.figures = figures;
        this.views = views;
        this.lines = lines;
    }

    /** A tile with what it is narrowed down to. */
    Tile draw(ViewContext context, DashboardTile tile) {
        var drawn = figure(context, tile);
        return tile.state().isNarrow()
                ? drawn.narrowed(
                        lines
                                .narrowed(
                                        context.snapshot(),
                                        List.of(context.product()),
                                        tile.state(),
                                        context.reader())
                                .filter()
                                .parts()
                                .stream()
                                .map(Filter.Part::words)
                                .toList(),
                        "")
                : drawn;
    }

    private Tile figure(ViewContext context, DashboardTile tile) {
        return switch (tile.kind()) {
            case PROGRESS -> progress(context, tile);
            case BURNDOWN -> burndown(context, tile);
            case VELOCITY -> velocity(context, tile);
            case FLOW, AGES -> flow(context, tile);
            case BURNUP -> burnup(context, tile);
            case OPEN -> table(context, tile, Question.OPEN, "What is open");
            case SPENDING -> table(context, tile, Question.FINISHED, "What was finished");
            case BLOCKED -> blocked(context, tile);
            case LIST -> list(context, tile);
        };
    }

    private Tile table(ViewContext context, DashboardTile tile, Question question, String title) {
        var by = TablesPages.facet(context.product(), tile.of());
        var page = tables.page(context, TablesPages.Asked.of(question, by), tile.state(), null);
        return table(
                tile,
                title,
                page.url(),
                String.join(" ", page.words()),
                page.asTable(tables.head(context, tile.state(), by)));
    }

    private static Tile table(
            DashboardTile tile, String title, String url, String words, TrackTable table) {
        return new Tile(
                tile.id(),
                tile.what(),
                tile.wide(),
                title,
                url,
                words,
                List.of(),
                "",
                table.lines().isEmpty() ? "There is nothing." : "",
                null,
                new TrackTable(
                        "tile-" + tile.id(),
                        table.caption(),
                        table.heads(),
                        table.lines().stream().limit(MOST).toList()),
                false);
    }

    private static Tile missing(DashboardTile tile, String title, String why) {
        return new Tile(
                tile.id(),
                tile.what(),
                tile.wide(),
                title,
                "",
                "",
                List.of(),
                "",
                why,
                null,
                null,
                false);
    }

    private static Tile picture(
            DashboardTile tile,
            String title,
            String url,
            String words,
            Picture picture,
            @Nullable TrackTable twin) {
        return new Tile(
                tile.id(),
                tile.what(),
                tile.wide(),
                title,
                url,
                words,
                List.of(),
                "",
                "",
                picture,
                twin,
                true);
    }

    private Tile progress(ViewContext context, DashboardTile tile) {
        var place =
                ProgressPlace.of(
                        context.snapshot(), context.product(), "", "", tile.of(), 0, tile.state());
        place = place.on(place.level(), false);
        var page = progress.page(context, place, null);
        return table(
                tile,
                tile.of().isEmpty()
                        ? "Progress"
                        : "Progress: "
                                + page.parts().stream()
                                        .filter(Choice::current)
                                        .map(Choice::label)
                                        .findFirst()
                                        .orElse(""),
                page.url(),
                page.words(),
                new TrackTable(
                        "progress",
                        "How far each item is, what changed since last week first",
                        TrackTable.heads("Item", "", ":Done", "Since last week"),
                        page.rows().stream()
                                .sorted(Comparator.comparing(row -> row.since().words().isEmpty()))
                                .map(row ->
                                        TrackTable.line(
                                                Cell.item(row.key(), row.title()),
                                                Cell.bar(row.stem().done(), row.stem().width()),
                                                Cell.figure(row.figures()),
                                                Cell.text(row.since().words())))
                                .toList()));
    }

    private static Plot plot(DashboardTile tile) {
        return tile.wide() ? Plot.WIDE_TILE : Plot.TILE;
    }

    private static Optional<Team> team(ViewContext context, String key) {
        return context.snapshot().workspace().teamsOf(context.product().code()).stream()
                .filter(team -> team.key().equals(key))
                .findFirst();
    }

    private Tile burndown(ViewContext context, DashboardTile tile) {
        var team = team(context, tile.of());
        var sprint =
                team.stream()
                        .flatMap(one ->
                                Sprints.of(context.snapshot().workspace(), one.key()).stream())
                        .filter(Sprint::isRunning)
                        .findFirst();
        if (sprint.isEmpty()) {
            return missing(
                    tile,
                    "Burndown",
                    team.isEmpty()
                            ? "This team is no longer here."
                            : team.get().name() + " has no sprint running.");
        }
        var burndowns =
                new Burndowns(
                        figures.report(context.snapshot(), sprint.get()),
                        figures.today(),
                        ReportPages.url(context.product(), sprint.get()),
                        plot(tile));
        var points = burndowns.points();
        return points == null
                ? missing(tile, sprint.get().name(), "No days yet.")
                : picture(
                        tile,
                        sprint.get().name(),
                        ReportPages.url(context.product(), sprint.get()),
                        burndowns.inWords(),
                        new Picture(points, null, null, null),
                        null);
    }

    private static Tile velocity(ViewContext context, DashboardTile tile) {
        var team = team(context, tile.of());
        var url = "/%s/flow?of=%s".formatted(context.product().code(), tile.of());
        var velocities =
                team.flatMap(one ->
                                VelocityChart.of(
                                        context.snapshot(),
                                        one,
                                        url,
                                        plot(tile),
                                        sprint -> ReportPages.url(context.product(), sprint)))
                        .orElse(null);
        return velocities == null
                ? missing(tile, "Velocity", "No sprint of this team is closed.")
                : picture(
                        tile,
                        "Completed by sprint, " + team.orElseThrow().name(),
                        url,
                        velocities.words(),
                        new Picture(null, velocities, null, null),
                        null);
    }

    private Tile flow(ViewContext context, DashboardTile tile) {
        var place = FlowPlace.read(context, tile.of(), "", WEEKS, "", tile.state());
        var sieve = new Sieve(lines, context, tile.state());
        var flow = flows.flow(context.reader(), place, sieve.keys(place.level()));
        var of = place.team() == null ? "" : " with " + place.team().name();
        if (tile.kind() == DashboardTile.Kind.AGES) {
            return table(
                    tile,
                    "In progress" + of + ", the oldest first",
                    place.url(),
                    "",
                    ages(context.snapshot(), flow));
        }
        var cumulative = FlowCharts.cumulative(flow, place, Optional.empty(), plot(tile));
        return cumulative == null
                ? missing(tile, "Where work stands", "Nothing to show yet.")
                : picture(
                        tile,
                        "Where work stood" + of,
                        place.url(),
                        FlowPages.words(flow, place),
                        new Picture(null, null, cumulative, null),
                        cumulative.table());
    }

    private static TrackTable ages(Snapshot snapshot, Flow flow) {
        return new TrackTable(
                "ages",
                "What is in progress, with how long it has taken so far",
                TrackTable.heads("Item", "State and person", ":So far"),
                FlowCharts.ages(snapshot, flow).rows().stream()
                        .map(age ->
                                TrackTable.line(
                                        Cell.item(age.key(), age.title()),
                                        Cell.text(age.about()),
                                        Cell.over(age.days(), age.old())))
                        .toList());
    }

    private Tile burnup(ViewContext context, DashboardTile tile) {
        var page =
                burnups.page(context, tile.of(), false, "", "", Optional.empty(), null, plot(tile));
        return page.chart() == null
                ? missing(tile, "Burnup", "Nothing to show yet.")
                : picture(
                        tile,
                        "Burnup: " + page.of(),
                        page.url(),
                        page.words(),
                        new Picture(null, null, null, page.chart()),
                        page.chart().table());
    }

    private Tile blocked(ViewContext context, DashboardTile tile) {
        var sieve = new Sieve(lines, context, tile.state());
        var nodes =
                sieve.of(context.snapshot().marked(Mark.BLOCKED, context.product().code())).stream()
                        .filter(node -> tile.of().isEmpty() || tile.of().equals(node.item().team()))
                        .sorted(Comparator.comparing((Node node) -> since(node.item())))
                        .toList();
        return table(
                tile,
                "Blocked",
                "/%s/blocked".formatted(context.product().code()),
                Words.count(nodes.size(), "item") + " blocked, the oldest first.",
                new TrackTable(
                        "blocked",
                        "What is blocked",
                        TrackTable.heads("Item", "Why"),
                        nodes.stream()
                                .limit(MOST)
                                .map(node ->
                                        TrackTable.line(
                                                item(node),
                                                Cell.text(
                                                        Objects.requireNonNullElse(
                                                                node.item().blocked(), ""))))
                                .toList()));
    }

    private static Instant since(Item item) {
        return Objects.requireNonNullElse(item.times().blockedSince(), item.updatedAt());
    }

    private static Cell item(Node node) {
        return Cell.item(node.item().key().toString(), node.item().title());
    }

    private Tile list(ViewContext context, DashboardTile tile) {
        var view =
                views.of(context.reader(), context.product().code()).stream()
                        .filter(one -> Long.toString(one.id()).equals(tile.of()))
                        .findFirst();
        if (view.isEmpty()) {
            return missing(
                    tile,
                    "Saved view",
                    "This view was deleted, or is not shared with you. Choose another one.");
        }
        var state = ListState.read(ListState.parse(view.get().query()));
        var product = context.product();
        var snapshot = context.snapshot();
        var narrowed = lines.narrowed(snapshot, List.of(product), state, context.reader());
        var levels = state.picks().getOrDefault("level", List.of());
        var level =
                levels.stream()
                        .flatMap(one -> product.levels().find(one).stream())
                        .findFirst()
                        .orElseGet(() -> product.levels().stories());
        var found =
                snapshot.inOrder(product, level).live().stream().filter(narrowed::finds).toList();
        var rows = new ArrayList<TrackTable.Line>();
        found.stream()
                .limit(MOST)
                .forEach(node ->
                        rows.add(
                                TrackTable.line(
                                        item(node),
                                        Cell.text(node.item().state().name()),
                                        Cell.text(
                                                snapshot.findPerson(node.item().assignee())
                                                        .map(Person::name)
                                                        .orElse("")))));
        return table(
                tile,
                view.get().name(),
                view.get().url(),
                Words.count(found.size(), "item") + ", as they are ranked.",
                new TrackTable(
                        "list",
                        view.get().name(),
                        TrackTable.heads("Item", "State", "Who has it"),
                        rows));
    }
}
