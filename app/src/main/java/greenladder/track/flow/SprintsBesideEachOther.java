package greenladder.track.flow;

import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.Share;
import greenladder.core.plan.Sprints;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintNote;
import greenladder.core.team.Team;
import greenladder.planning.SprintFigures;
import greenladder.track.ReportPages;
import greenladder.track.TrackTable;
import greenladder.track.TrackTable.Cell;
import greenladder.track.TrackTable.Head;
import greenladder.track.TrackTable.Line;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Sets the last sprints of a team beside each other. */
final class SprintsBesideEachOther {
    private static final int SHOWN = 6;

    private SprintsBesideEachOther() {}

    /** Empty where no sprint of the team was started. */
    static Optional<TrackTable> of(
            Snapshot snapshot, Product product, Team team, SprintFigures figures) {
        var sprints =
                Sprints.of(snapshot.workspace(), team.key()).stream()
                        .filter(one -> one.startedAt() != null)
                        .sorted(Comparator.comparing(Sprint::start).reversed())
                        .limit(SHOWN)
                        .toList();
        if (sprints.isEmpty()) {
            return Optional.empty();
        }
        var reports = sprints.stream().map(one -> figures.report(snapshot, one)).toList();
        var heads = new ArrayList<Head>();
        heads.add(new Head("Outcome", false));
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
        lines.add(line("Completed of what was committed", reports, one -> Cell.text(kept(one))));
        for (var kind : SprintNote.Kind.values()) {
            lines.add(line(kind.label(), sprints, one -> Cell.text(notes(one, kind))));
        }
        return Optional.of(
                new TrackTable("sprints", "The last sprints beside each other", heads, lines));
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
                .formatted(Words.shortDay(sprint.start()), Words.shortDay(sprint.finish()));
    }

    private static String notes(Sprint sprint, SprintNote.Kind kind) {
        return sprint.plan().end().notes().stream()
                .filter(note -> note.kind() == kind)
                .map(SprintNote::text)
                .collect(Collectors.joining("; "));
    }
}
