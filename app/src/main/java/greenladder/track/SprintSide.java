package greenladder.track;

import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.Share;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.view.Choice;
import greenladder.view.SideList;
import greenladder.view.SideList.Part;
import greenladder.view.SideList.Row;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What became of a sprint, at the side of a page. */
public final class SprintSide {
    private SprintSide() {}

    public static SideList of(
            ViewContext context, Sprint sprint, SprintReport report, SideList.Steps steps) {
        var snapshot = context.snapshot();
        var parts = new ArrayList<Part>();
        parts.add(part(snapshot, "Completed", report.completed()));
        parts.add(
                part(snapshot, sprint.isClosed() ? "Carried over" : "Left", report.carriedOver()));
        parts.add(part(snapshot, "Added", report.added()));
        parts.add(part(snapshot, "Removed", report.removed()));
        var committed = report.committed();
        return new SideList(
                sprint.name(),
                "%s to %s.%s%s"
                        .formatted(
                                Words.shortDay(sprint.start()),
                                Words.day(sprint.finish()),
                                committed == null
                                        ? ""
                                        : " %s committed."
                                                .formatted(
                                                        Words.count(
                                                                Words.of(
                                                                        committed.tally().points()),
                                                                "point")),
                                Optional.ofNullable(sprint.plan().goal())
                                        .map(goal -> " Goal: " + goal)
                                        .orElse("")),
                steps,
                parts.stream().filter(part -> !part.rows().isEmpty()).toList(),
                new Choice(ReportPages.url(context.product(), sprint), "Sprint report", false));
    }

    static Part part(Snapshot snapshot, String title, Share share) {
        return Part.of(
                title,
                "%d, %s"
                        .formatted(
                                share.tally().items(),
                                Words.count(Words.of(share.tally().points()), "point")),
                rows(snapshot, share));
    }

    private static List<Row> rows(Snapshot snapshot, Share share) {
        return share.items().stream()
                .map(key -> Row.of(snapshot, key, "", Optional.ofNullable(share.sizes().get(key))))
                .toList();
    }
}
