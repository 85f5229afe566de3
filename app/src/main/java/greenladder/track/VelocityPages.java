package greenladder.track;

import greenladder.chart.Axis;
import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.Share;
import greenladder.core.plan.Sprints;
import greenladder.core.plan.Velocity;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintNote;
import greenladder.core.team.Team;
import greenladder.panel.ItemPanel;
import greenladder.planning.SprintFigures;
import greenladder.track.ReportPage.Bar;
import greenladder.track.ReportPage.Velocities;
import greenladder.track.TrackTable.Cell;
import greenladder.track.TrackTable.Head;
import greenladder.track.TrackTable.Line;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Makes the page that tells how much a team usually completes, and sets its sprints side by side.
 */
@Component
public class VelocityPages {
    private static final int SPRINTS_SHOWN = 10;
    private static final int SIDE_BY_SIDE = 6;
    private static final int HEIGHT = 190;
    private static final int BOTTOM = HEIGHT - 24;
    private static final double BAR = 0.62;

    private final SprintFigures figures;

    VelocityPages(SprintFigures figures) {
        this.figures = figures;
    }

    /**
     * @param team its name; empty where no team has sprints
     * @param velocity null where no sprint of the team is closed
     * @param table null where there is no sprint to be told of
     */
    record VelocityPage(
            String product,
            String url,
            long operation,
            List<Choice> teams,
            String team,
            @Nullable Velocities velocity,
            @Nullable TrackTable table,
            @Nullable ItemPanel panel) {}

    VelocityPage page(ViewContext context, String of) {
        var snapshot = context.snapshot();
        var product = context.product();
        var teams =
                snapshot.workspace().teamsOf(product.code()).stream()
                        .filter(team -> !Sprints.of(snapshot.workspace(), team.key()).isEmpty())
                        .toList();
        var team =
                teams.stream()
                        .filter(one -> one.key().equals(of))
                        .findFirst()
                        .or(() -> teams.stream().findFirst())
                        .orElse(null);
        return new VelocityPage(
                product.code(),
                team == null ? url(product, "") : url(product, team.key()),
                context.operation(),
                teams.stream()
                        .map(one ->
                                new Choice(url(product, one.key()), one.name(), one.equals(team)))
                        .toList(),
                team == null ? "" : team.name(),
                team == null ? null : velocities(snapshot, product, team.key()),
                team == null ? null : sideBySide(snapshot, product, team),
                null);
    }

    private static String url(Product product, String team) {
        return "/%s/velocity%s".formatted(product.code(), team.isEmpty() ? "" : "?of=" + team);
    }

    private @Nullable TrackTable sideBySide(Snapshot snapshot, Product product, Team team) {
        var sprints =
                Sprints.of(snapshot.workspace(), team.key()).stream()
                        .filter(one -> one.startedAt() != null)
                        .sorted(Comparator.comparing(Sprint::start).reversed())
                        .limit(SIDE_BY_SIDE)
                        .toList();
        if (sprints.isEmpty()) {
            return null;
        }
        var reports = sprints.stream().map(one -> figures.report(snapshot, one)).toList();
        var heads = new ArrayList<Head>();
        heads.add(new Head("What became of it", false));
        sprints.forEach(one ->
                heads.add(new Head(one.name() + (one.isRunning() ? ", running" : ""), false)));
        var lines = new ArrayList<Line>();
        lines.add(
                line(
                        "Report",
                        sprints,
                        one -> Cell.link(dates(one), ReportPages.url(product, one))));
        lines.add(
                line(
                        "Goal",
                        sprints,
                        one -> Cell.text(one.plan().goal() == null ? "" : one.plan().goal())));
        share(lines, "Committed", reports, SprintReport::committed);
        share(lines, "Added", reports, SprintReport::added);
        share(lines, "Removed", reports, SprintReport::removed);
        share(lines, "Completed", reports, SprintReport::completed);
        share(lines, "Carried over", reports, SprintReport::carriedOver);
        lines.add(
                line("Re-sized", reports, one -> Cell.text(Words.signed(one.resized().points()))));
        lines.add(line("Kept of what was committed", reports, one -> Cell.text(kept(one))));
        for (var kind : SprintNote.Kind.values()) {
            lines.add(line(kind.label(), sprints, one -> Cell.text(notes(one, kind))));
        }
        return new TrackTable("sprints", "The last sprints side by side", heads, lines);
    }

    private static <T> Line line(String label, List<T> those, Function<T, Cell> cell) {
        var cells = new ArrayList<Cell>();
        cells.add(Cell.text(label));
        those.forEach(one -> cells.add(cell.apply(one)));
        return new Line(cells, false);
    }

    private static void share(
            List<Line> lines,
            String label,
            List<SprintReport> reports,
            Function<SprintReport, @Nullable Share> share) {
        lines.add(
                line(
                        label,
                        reports,
                        one -> {
                            var its = share.apply(one);
                            return Cell.text(
                                    its == null
                                            ? ""
                                            : "%s points, %s"
                                                    .formatted(
                                                            Words.of(its.tally().points()),
                                                            Words.count(
                                                                    its.tally().items(), "item")));
                        }));
    }

    /** How much of what was committed is among what was completed. */
    private static String kept(SprintReport report) {
        var committed = report.committed();
        if (committed == null || committed.items().isEmpty()) {
            return "";
        }
        long done = committed.items().stream().filter(report.completed().items()::contains).count();
        return "%d of %s".formatted(done, Words.count(committed.items().size(), "item"));
    }

    private static String dates(Sprint sprint) {
        return "%s to %s"
                .formatted(Plots.shortDay(sprint.start()), Plots.shortDay(sprint.finish()));
    }

    private static String notes(Sprint sprint, SprintNote.Kind kind) {
        return sprint.plan().end().notes().stream()
                .filter(note -> note.kind() == kind)
                .map(SprintNote::text)
                .collect(Collectors.joining("; "));
    }

    /** Null where no sprint of the team is closed. */
    public static @Nullable Velocities velocities(Snapshot snapshot, Product product, String team) {
        var shown = Velocity.of(snapshot, team, SPRINTS_SHOWN).sprints().reversed();
        if (shown.isEmpty()) {
            return null;
        }
        double most =
                shown.stream()
                        .mapToDouble(one ->
                                Math.max(
                                        one.points().toDecimal().doubleValue(),
                                        one.committed() == null
                                                ? 0
                                                : one.committed().toDecimal().doubleValue()))
                        .max()
                        .orElse(1);
        var up = Axis.linear(0, Math.max(1, most), BOTTOM, Plots.TOP);
        int right = Plots.RIGHT;
        double step = (double) (right - Plots.LEFT) / Math.max(SPRINTS_SHOWN / 2, shown.size());
        var bars = new ArrayList<Bar>();
        for (int i = 0; i < shown.size(); i++) {
            bars.add(
                    bar(
                            product,
                            shown.get(i),
                            up,
                            (int) (Plots.LEFT + 8 + i * step),
                            (int) (step * BAR)));
        }
        var usual = Velocity.of(snapshot, team, Velocity.WINDOW);
        double mean = usual.exactMean().map(Number::doubleValue).orElse(0.0);
        return new Velocities(
                Plots.WIDTH,
                HEIGHT,
                BOTTOM,
                right,
                up.ticks(Words::score),
                bars,
                up.at(mean),
                "usually " + Words.score(BigDecimal.valueOf(mean)),
                "The last %s brought %s to %s points, %s on average."
                        .formatted(
                                Words.count(usual.sprints().size(), "sprint"),
                                Words.of(usual.least()),
                                Words.of(usual.most()),
                                Words.score(BigDecimal.valueOf(mean))));
    }

    private static Bar bar(Product product, Velocity.Completed one, Axis up, int x, int wide) {
        int done = up.at(one.points().toDecimal().doubleValue());
        int committed =
                one.committed() == null ? BOTTOM : up.at(one.committed().toDecimal().doubleValue());
        return new Bar(
                one.sprint().name(),
                ReportPages.url(product, one.sprint()),
                x,
                wide,
                committed,
                BOTTOM - committed,
                done,
                BOTTOM - done,
                one.committed() == null ? "" : Words.of(one.committed()),
                Words.of(one.points()),
                "%s: completed %s%s"
                        .formatted(
                                one.sprint().name(),
                                Words.of(one.points()),
                                one.committed() == null
                                        ? ""
                                        : " of " + Words.of(one.committed()) + " committed"));
    }
}
