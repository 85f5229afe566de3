package greenladder.track.dashboard;

import greenladder.core.flow.Spending;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.plan.Sprints;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.list.FilterLine;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.list.SavedViews;
import greenladder.panel.ItemPanels;
import greenladder.track.Named;
import greenladder.track.ProgressPlace;
import greenladder.track.Sieve;
import greenladder.track.dashboard.DashboardPage.Narrowing;
import greenladder.track.dashboard.DashboardPage.Option;
import greenladder.track.dashboard.DashboardPage.OptionGroup;
import greenladder.track.dashboard.DashboardPage.Tile;
import greenladder.track.dashboard.DashboardTile.Kind;
import greenladder.track.dashboard.Dashboards.Dashboard;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page of a dashboard. */
@Component
class DashboardPages {
    private static final List<String> OPEN_BY = List.of("kind", "assignee", "age", "state");
    private static final int MOST_ITEMS = 60;

    private final Dashboards dashboards;
    private final DashboardTiles tiles;
    private final SavedViews views;
    private final FilterLines lines;
    private final ItemPanels panels;

    DashboardPages(
            Dashboards dashboards,
            DashboardTiles tiles,
            SavedViews views,
            FilterLines lines,
            ItemPanels panels) {
        this.dashboards = dashboards;
        this.tiles = tiles;
        this.views = views;
        this.lines = lines;
        this.panels = panels;
    }

    /**
     * @param id 0 for the reader's first one, else the one that everybody has
     * @param narrowing the number of the tile for which a filter is chosen, alone; 0 for none
     * @param chosen what has been chosen for it
     */
    DashboardPage page(
            ViewContext context,
            long id,
            boolean usual,
            int narrowing,
            ListState chosen,
            @Nullable ItemKey at) {
        var product = context.product();
        var all = dashboards.of(context.reader(), product.code());
        var it =
                id > 0
                        ? dashboards.require(context.reader(), product.code(), id)
                        : usual
                                ? usual(context)
                                : all.stream()
                                        .filter(one ->
                                                one.owner().equals(context.reader().handle()))
                                        .findFirst()
                                        .orElseGet(() -> usual(context));
        var narrowed =
                it.tiles().stream()
                        .filter(tile -> tile.id() == narrowing && tile.kind().hasFilter())
                        .filter(tile -> it.mayChange())
                        .findFirst()
                        .map(tile -> tile.narrowed(chosen.query(Map.of())))
                        .orElse(null);
        var drawn =
                (narrowed == null ? it.tiles() : List.of(narrowed))
                        .stream().map(tile -> tile(context, it, tile)).toList();
        var back = url(product.code(), it.id());
        var url = narrowed == null ? back : narrowUrl(back, narrowed);
        var beside = panels.beside(context, url, at);
        return new DashboardPage(
                product.code(),
                beside.url(),
                context.operation(),
                choices(context, all, it),
                it.id(),
                it.name(),
                whose(context, it),
                it.mayChange(),
                context.reader().mayIn(product.code(), Permission.READ),
                teams(context, it),
                it.mayChange() ? adding(context) : List.of(),
                narrowed == null
                        ? null
                        : new Narrowing(
                                narrowed.id(),
                                line(context, it, narrowed),
                                narrowed.filter(),
                                back),
                drawn,
                beside.panel());
    }

    private Tile tile(ViewContext context, Dashboard it, DashboardTile tile) {
        var drawn = tiles.draw(context, tile);
        return it.mayChange() && tile.kind().hasFilter()
                ? drawn.narrowed(
                        drawn.only(), narrowUrl(url(context.product().code(), it.id()), tile))
                : drawn;
    }

    /** Where a filter is chosen for a tile. */
    private static String narrowUrl(String dashboard, DashboardTile tile) {
        return dashboard
                + "&narrowing="
                + tile.id()
                + (tile.filter().isEmpty() ? "" : "&" + tile.filter());
    }

    private FilterLine line(ViewContext context, Dashboard it, DashboardTile tile) {
        var own = new LinkedHashMap<String, String>();
        own.put("id", Long.toString(it.id()));
        own.put("narrowing", Integer.toString(tile.id()));
        return new Sieve(lines, context, tile.state())
                .line("dashboard", own, context.product().levels().stories());
    }

    static String url(String product, long id) {
        return "/%s/dashboard?id=%s".formatted(product, id == 0 ? "usual" : Long.toString(id));
    }

    private static List<Choice> choices(ViewContext context, List<Dashboard> all, Dashboard it) {
        var code = context.product().code();
        var choices = new ArrayList<Choice>();
        choices.add(new Choice(url(code, 0), "The usual one", it.id() == 0));
        all.forEach(one ->
                choices.add(
                        new Choice(
                                url(code, one.id()),
                                one.team().isEmpty()
                                        ? one.name()
                                        : "%s (team %s)"
                                                .formatted(one.name(), teamName(context, one)),
                                one.id() == it.id())));
        if (it.id() != 0 && all.stream().noneMatch(one -> one.id() == it.id())) {
            choices.add(new Choice(url(code, it.id()), it.name(), true));
        }
        return choices;
    }

    private static String teamName(ViewContext context, Dashboard it) {
        return context.snapshot().workspace().findTeam(it.team()).map(Team::name).orElse("");
    }

    private static String whose(ViewContext context, Dashboard it) {
        if (it.id() == 0) {
            return "";
        }
        return it.team().isEmpty()
                ? it.owner().equals(context.reader().handle())
                        ? ""
                        : "of "
                                + context.snapshot()
                                        .findPerson(it.owner())
                                        .map(Person::name)
                                        .orElse("somebody who left")
                : "of team " + teamName(context, it);
    }

    private static List<Option> teams(ViewContext context, Dashboard it) {
        var options = new ArrayList<Option>();
        options.add(new Option("", "only mine", it.team().isEmpty()));
        context.snapshot()
                .workspace()
                .teamsOf(context.product().code())
                .forEach(team ->
                        options.add(
                                new Option(
                                        team.key(),
                                        "team " + team.name(),
                                        team.key().equals(it.team()))));
        return options;
    }

    /** Everything that a tile can show, by kind. */
    private List<OptionGroup> adding(ViewContext context) {
        var groups = new ArrayList<OptionGroup>();
        var teams = context.snapshot().workspace().teamsOf(context.product().code());
        for (var kind : Kind.values()) {
            var options = new ArrayList<Option>();
            switch (kind) {
                case PROGRESS ->
                        ProgressPlace.parts(context.snapshot(), context.product()).stream()
                                .limit(MOST_ITEMS)
                                .forEach(part ->
                                        options.add(option(kind, part.value(), part.label())));
                case BURNDOWN, VELOCITY ->
                        teams.forEach(team -> options.add(option(kind, team.key(), team.name())));
                case FLOW, AGES, BLOCKED -> {
                    options.add(option(kind, "", "all teams"));
                    teams.forEach(team -> options.add(option(kind, team.key(), team.name())));
                }
                case BURNUP -> burnups(context, options);
                case OPEN ->
                        OPEN_BY.forEach(one ->
                                options.add(
                                        option(
                                                kind,
                                                one,
                                                "by " + Named.attribute(context.product(), one))));
                case SPENDING ->
                        Spending.ATTRIBUTES.stream()
                                .filter(one -> !one.equals("item"))
                                .forEach(one ->
                                        options.add(
                                                option(
                                                        kind,
                                                        one,
                                                        "by "
                                                                + Named.attribute(
                                                                        context.product(), one))));
                case LIST ->
                        views.of(context.reader(), context.product().code())
                                .forEach(view ->
                                        options.add(
                                                option(
                                                        kind,
                                                        Long.toString(view.id()),
                                                        view.name())));
            }
            if (!options.isEmpty()) {
                groups.add(new OptionGroup(kind.label(), options));
            }
        }
        return groups;
    }

    private static void burnups(ViewContext context, List<Option> options) {
        context.snapshot()
                .workspace()
                .releasesOf(context.product().code())
                .forEach(release ->
                        options.add(
                                option(
                                        Kind.BURNUP,
                                        "release:" + release.key(),
                                        "Release " + release.name())));
        var top = context.product().levels().all().getFirst();
        context.snapshot().inOrder(context.product(), top).live().stream()
                .limit(MOST_ITEMS)
                .forEach(node ->
                        options.add(
                                option(
                                        Kind.BURNUP,
                                        node.item().key().toString(),
                                        top.name() + " " + node.item().title())));
    }

    private static Option option(Kind kind, String of, String label) {
        return new Option(kind + ":" + of, kind.label() + ": " + label, false);
    }

    /** What everybody has from the start, by what they do. */
    static Dashboard usual(ViewContext context) {
        var code = context.product().code();
        var workspace = context.snapshot().workspace();
        var teams = workspace.teamsOf(code);
        var mine =
                teams.stream()
                        .filter(team -> team.members().contains(context.reader().handle()))
                        .findFirst()
                        .or(() -> teams.stream().findFirst())
                        .map(Team::key)
                        .orElse("");
        var release =
                workspace.releasesOf(code).stream()
                        .filter(one -> one.releasedAt() == null)
                        .findFirst()
                        .map(one -> "release:" + one.key())
                        .orElse("");
        var tiles = new ArrayList<DashboardTile>();
        if (context.reader().mayIn(code, Permission.PLAN)) {
            add(tiles, Kind.PROGRESS, true, "");
            add(tiles, Kind.BURNUP, false, release);
            teams.stream()
                    .filter(team ->
                            Sprints.of(workspace, team.key()).stream().anyMatch(Sprint::isRunning))
                    .forEach(team -> add(tiles, Kind.BURNDOWN, false, team.key()));
            add(tiles, Kind.BLOCKED, false, "");
            add(tiles, Kind.OPEN, false, "age");
        } else if (context.reader().mayIn(code, Permission.WORK)) {
            add(tiles, Kind.BURNDOWN, true, mine);
            add(tiles, Kind.AGES, false, mine);
            add(tiles, Kind.BLOCKED, false, mine);
            add(tiles, Kind.FLOW, false, mine);
            add(tiles, Kind.VELOCITY, false, mine);
        } else {
            add(tiles, Kind.PROGRESS, true, "");
            add(tiles, Kind.BURNUP, false, release);
            add(tiles, Kind.SPENDING, false, "kind");
        }
        return new Dashboard(0, "Dashboard", "", "", tiles, false);
    }

    private static void add(List<DashboardTile> tiles, Kind kind, boolean wide, String of) {
        tiles.add(new DashboardTile(tiles.size() + 1, kind, wide, of, ""));
    }
}
