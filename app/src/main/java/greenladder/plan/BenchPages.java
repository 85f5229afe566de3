package greenladder.plan;

import greenladder.core.people.Permission;
import greenladder.core.plan.Availability;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.Capacity;
import greenladder.core.plan.ReleaseFill;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.Velocity;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.plan.BenchPage.Drawn;
import greenladder.plan.BenchPage.Gauge;
import greenladder.plan.BenchPage.MilestoneMark;
import greenladder.plan.BenchPage.Opened;
import greenladder.plan.BenchPage.ReleaseRow;
import greenladder.plan.BenchPage.TeamChoice;
import greenladder.plan.BenchPage.TeamRow;
import greenladder.plan.Ruler.Span;
import greenladder.planning.SprintFigures;
import greenladder.planning.SprintSeries;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** Lays out the bench: sprints and releases on the date ruler, beside what waits to be planned. */
@Component
public class BenchPages {
    private static final int WIDE_STEP = 4;
    private static final int MOST_IN_STRIP = 5;

    private final ItemPanels panels;
    private final WaitingLists waiting;
    private final OpenedSprints openedSprints;
    private final SprintFigures figures;
    private final Drawings drawings;

    BenchPages(
            ItemPanels panels,
            WaitingLists waiting,
            SprintFigures figures,
            OpenedSprints openedSprints,
            Drawings drawings) {
        this.drawings = drawings;
        this.openedSprints = openedSprints;
        this.panels = panels;
        this.waiting = waiting;
        this.figures = figures;
    }

    BenchPage page(ViewContext context, BenchPlace place) {
        var snapshot = context.snapshot();
        var reader = context.reader();
        var product = context.product();
        var capacities = new Capacities(snapshot);
        var teams = snapshot.workspace().teamsOf(product.code());
        boolean mayPlan = reader.mayIn(product.code(), Permission.PLAN);
        var needs = needs(snapshot, teams, place, capacities);
        return new BenchPage(
                product.code(),
                place.url(),
                place.filter().query(place.parameters()),
                context.operation(),
                mayPlan,
                dates(place),
                releases(snapshot, place, capacities),
                teams.stream()
                        .map(team -> team(snapshot, team, place, capacities, reader))
                        .toList(),
                waiting.waiting(snapshot, place, reader),
                making(capacities, teams),
                needs.outOfOrder,
                needs.lines,
                place.at() == null
                        ? null
                        : panels.of(place.at(), reader, one -> place.at(one.key()).url()));
    }

    /** What stands in the open sprints that are shown, and is taken from the top of what waits. */
    private static Needs needs(
            Snapshot snapshot, List<Team> teams, BenchPlace place, Capacities capacities) {
        var needs = new Needs(snapshot);
        for (var team : teams) {
            capacities.sprints(team.key()).stream()
                    .filter(sprint ->
                            !sprint.isClosed()
                                    && place.ruler().shows(sprint.start(), sprint.finish()))
                    .flatMap(sprint -> snapshot.marked(Mark.SPRINT, sprint.key()).stream())
                    .map(Node::item)
                    .filter(item -> !item.details().trace().isEmpty())
                    .filter(item -> SprintPart.of(snapshot, item.key()).isPresent())
                    .forEach(needs::add);
        }
        snapshot.waiting(place.product(), place.level()).stream()
                .limit(WaitingLists.DRAWN)
                .forEach(node -> needs.add(node.item()));
        return needs;
    }

    /** The open sprints of a product's teams, and its releases that are not out yet. */
    BenchPage.Strip strip(ViewContext context, BenchPlace place) {
        var snapshot = context.snapshot();
        var product = context.product();
        var capacities = new Capacities(snapshot);
        var troughs = new ArrayList<SprintGauge>();
        for (var team : snapshot.workspace().teamsOf(product.code())) {
            capacities.sprints(team.key()).stream()
                    .filter(sprint -> !sprint.isClosed())
                    .limit(MOST_IN_STRIP)
                    .forEach(sprint ->
                            troughs.add(
                                    trough(
                                            snapshot,
                                            sprint,
                                            place.ruler(),
                                            capacities,
                                            note(sprint, capacities))));
        }
        var teams = snapshot.workspace().teamsOf(product.code());
        return new BenchPage.Strip(
                product.code(),
                context.reader().mayIn(product.code(), Permission.PLAN),
                troughs,
                releases(snapshot, place, capacities).stream()
                        .filter(release -> !release.released())
                        .toList(),
                making(capacities, teams));
    }

    private BenchPage.Dates dates(BenchPlace place) {
        var ruler = place.ruler();
        var today = figures.today();
        boolean isShown = ruler.holds(today);
        return new BenchPage.Dates(
                ruler.weekMarks(),
                ruler.ticks(),
                isShown ? ruler.noon(today) : "",
                isShown ? "today, " + Words.day(today) : "",
                ruler.inWords(),
                Ruler.CHOICES.stream()
                        .map(weeks ->
                                new Choice(
                                        place.over(
                                                        place.fromAsked()
                                                                ? new Ruler(ruler.from(), weeks)
                                                                : Ruler.around(today, weeks),
                                                        place.fromAsked())
                                                .url(),
                                        weeks + " weeks",
                                        weeks == ruler.weeks()))
                        .toList(),
                place.over(moved(ruler, -1), true).url(),
                place.over(moved(ruler, 1), true).url(),
                place.over(Ruler.around(today, ruler.weeks()), false).url());
    }

    private static Ruler moved(Ruler ruler, int way) {
        int step = Math.max(2, ruler.weeks() / WIDE_STEP);
        return new Ruler(ruler.from().plusWeeks((long) way * step), ruler.weeks());
    }

    private List<ReleaseRow> releases(Snapshot snapshot, BenchPlace place, Capacities capacities) {
        var ruler = place.ruler();
        var shown =
                snapshot.workspace().releasesOf(place.product().code()).stream()
                        .filter(release -> ruler.shows(start(release, ruler), release.date()))
                        .toList();
        var fills = ReleaseFill.of(snapshot, shown, capacities);
        return shown.stream()
                .map(release ->
                        new ReleaseRow(
                                release.key(),
                                release.name(),
                                ReleasePages.url(place.product(), release.key()),
                                ruler.span(start(release, ruler), release.date()),
                                Words.day(release.date()),
                                gauge(Objects.requireNonNull(fills.get(release.key()))),
                                release.others().isEmpty()
                                        ? ""
                                        : "for " + String.join(", ", release.products()),
                                release.milestones().stream()
                                        .filter(one -> ruler.holds(one.date()))
                                        .map(one ->
                                                new MilestoneMark(
                                                        ruler.noon(one.date()),
                                                        one.name() + ", " + Words.day(one.date())))
                                        .toList(),
                                release.isReleased()))
                .toList();
    }

    private static LocalDate start(Release release, Ruler ruler) {
        return release.start() == null || release.start().isBefore(ruler.from())
                ? ruler.from()
                : release.start();
    }

    public static Gauge gauge(ReleaseFill fill) {
        return gauge(
                fill.planned(),
                fill.done(),
                fill.inProgress(),
                new Capacity(fill.capacity(), false));
    }

    public static Gauge gauge(Amount all, Amount finished, Amount inProgress, Capacity capacity) {
        double planned = all.toDecimal().doubleValue();
        double done = finished.toDecimal().doubleValue();
        double underWay = inProgress.toDecimal().doubleValue();
        double room = capacity.points() == null ? 0 : capacity.points().doubleValue();
        double whole = Math.max(1, Math.max(room, planned));
        double share = 100 / whole;
        double until = room == 0 ? planned : Math.min(room, planned);
        double rest = Math.max(0, until - done - underWay);
        var over = capacity.over(all);
        return new Gauge(
                Ruler.percent(Math.min(done, until) * share),
                new Span(
                        Ruler.percent(Math.min(done, until) * share),
                        Ruler.percent(Math.max(0, Math.min(underWay, until - done)) * share)),
                new Span(Ruler.percent((until - rest) * share), Ruler.percent(rest * share)),
                room == 0 ? "" : Ruler.percent(room * share),
                over == null
                        ? null
                        : new Span(
                                Ruler.percent(room * share),
                                Ruler.percent((planned - room) * share)),
                capacity.points() == null
                        ? Words.of(all) + " points"
                        : "%s of %s points"
                                .formatted(Words.of(all), Words.score(capacity.points())),
                over == null ? "" : Words.score(over) + " over");
    }

    private TeamRow team(
            Snapshot snapshot,
            Team team,
            BenchPlace place,
            Capacities capacities,
            SignedIn reader) {
        var velocity = capacities.velocity(team.key());
        var ruler = place.ruler();
        var all = capacities.sprints(team.key());
        var drawn = new ArrayList<String>();
        Opened opened = null;
        for (var sprint : all) {
            if (ruler.shows(sprint.start(), sprint.finish())) {
                boolean open = sprint.key().equals(place.open());
                drawn.add(drawn(snapshot, sprint, place, capacities, open));
                opened =
                        open
                                ? openedSprints.opened(snapshot, sprint, place, capacities, reader)
                                : opened;
            }
        }
        return new TeamRow(
                team.key(),
                team.name(),
                all.isEmpty()
                        ? "without sprints"
                        : velocity.mean()
                                .map(mean -> "usually " + Words.of(mean))
                                .orElse("none closed yet"),
                all.isEmpty()
                        ? "%s waiting".formatted(snapshot.countMarked(Mark.TEAM, team.key()))
                        : range(velocity),
                drawn,
                opened);
    }

    private String drawn(
            Snapshot snapshot,
            Sprint sprint,
            BenchPlace place,
            Capacities capacities,
            boolean open) {
        var ruler = place.ruler();
        var code = place.product().code();
        var note = sprint.isClosed() ? "" : note(sprint, capacities);
        return drawings.cached(
                "plan/drawn",
                "trough",
                "d",
                new Drawn(code, trough(snapshot, sprint, ruler, capacities, note), open));
    }

    static String range(Velocity velocity) {
        return velocity.sprints().isEmpty()
                ? ""
                : "%s to %s over %s"
                        .formatted(
                                Words.of(velocity.least()),
                                Words.of(velocity.most()),
                                Words.count(velocity.sprints().size(), "sprint"));
    }

    private SprintGauge trough(
            Snapshot snapshot, Sprint sprint, Ruler ruler, Capacities capacities, String note) {
        if (sprint.isClosed()) {
            var products = snapshot.workspace().productsByCode().keySet();
            var completed = sprint.completed(products);
            var committed = sprint.committed(products);
            return SprintGauge.closed(
                    sprint,
                    ruler,
                    completed == null ? Amount.ZERO : completed.points(),
                    committed == null ? null : committed.points());
        }
        return SprintGauge.of(snapshot, sprint, ruler, capacities, note);
    }

    private String note(Sprint sprint, Capacities capacities) {
        var availability = capacities.availability(sprint);
        var today = figures.today();
        if (sprint.isRunning()) {
            return daysLeft(availability, sprint, today);
        }
        var notes = new ArrayList<String>();
        long holidays =
                availability.team().calendar().holidays().keySet().stream()
                        .filter(day ->
                                !day.isBefore(sprint.start()) && !day.isAfter(sprint.finish()))
                        .count();
        if (holidays > 0) {
            notes.add(Words.count(holidays, "holiday"));
        }
        int away = availability.partlyAway().size();
        if (away > 0) {
            notes.add(away + " away");
        }
        return String.join(", ", notes);
    }

    static String daysLeft(Availability availability, Sprint sprint, LocalDate today) {
        int left = availability.daysFrom(today).size();
        return sprint.finish().isBefore(today)
                ? "ended " + Words.day(sprint.finish())
                : left == 1 ? "last day" : Words.count(left, "day") + " left";
    }

    public BenchPage.Making making(Capacities capacities, List<Team> teams) {
        var latest =
                teams.stream()
                        .flatMap(team -> capacities.sprints(team.key()).stream())
                        .map(Sprint::finish)
                        .max(LocalDate::compareTo)
                        .filter(day -> !day.isBefore(figures.today()))
                        .orElse(figures.today());
        return new BenchPage.Making(
                teams.stream().map(team -> new TeamChoice(team.key(), team.name(), true)).toList(),
                Ruler.monday(latest.plusDays(7)).toString(),
                SprintSeries.USUAL_NAME);
    }
}
