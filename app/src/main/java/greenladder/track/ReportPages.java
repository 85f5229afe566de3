package greenladder.track;

import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.Share;
import greenladder.core.plan.Sprints;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanels;
import greenladder.planning.SprintFigures;
import greenladder.track.ReportPage.Figure;
import greenladder.track.ReportPage.Head;
import greenladder.track.ReportPage.Item;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the report of a sprint, running or closed. */
@Component
public class ReportPages {
    private final SprintFigures figures;
    private final ItemPanels panels;
    private final SprintEnds ends;

    ReportPages(SprintFigures figures, ItemPanels panels, SprintEnds ends) {
        this.figures = figures;
        this.panels = panels;
        this.ends = ends;
    }

    public static String url(Product product, Sprint sprint) {
        return "/%s/report?id=%s".formatted(product.code(), sprint.key());
    }

    /**
     * @param id key of the sprint; the one that runs, or the last that did, where it is empty
     * @param day the one of the burndown that is told of; empty for none
     */
    ReportPage page(ViewContext context, String id, Optional<LocalDate> day, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var all =
                snapshot.workspace().teamsOf(product.code()).stream()
                        .map(Team::key)
                        .flatMap(team -> Sprints.of(snapshot.workspace(), team).stream())
                        .toList();
        var chosen =
                id.isEmpty()
                        ? usual(all)
                        : Optional.of(Lookups.sprint(snapshot, id)).filter(all::contains);
        if (chosen.isEmpty()) {
            return new ReportPage(
                    product.code(),
                    "/%s/report".formatted(product.code()),
                    context.operation(),
                    List.of(),
                    null,
                    "",
                    List.of(),
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null);
        }
        var sprint = chosen.get();
        var report = figures.report(snapshot, sprint);
        var burndowns = new Burndowns(report, figures.today(), url(product, sprint));
        var opened =
                day.filter(one -> report.days().stream().anyMatch(its -> its.date().equals(one)))
                        .filter(one -> !one.isAfter(figures.today()));
        var url = url(product, sprint) + opened.map(one -> "&day=" + one).orElse("");
        var beside = panels.beside(context, url, at);
        return new ReportPage(
                product.code(),
                beside.url(),
                context.operation(),
                choices(product, all, sprint),
                new Head(
                        sprint.name(),
                        Lookups.team(snapshot, sprint.team()).name(),
                        "%s to %s%s"
                                .formatted(
                                        Plots.shortDay(sprint.start()),
                                        Words.day(sprint.finish()),
                                        sprint.isRunning()
                                                ? ", running"
                                                : sprint.isClosed() ? ", closed" : ""),
                        Objects.requireNonNullElse(sprint.plan().goal(), ""),
                        "/%s/sprint?id=%s".formatted(product.code(), sprint.key())),
                burndowns.inWords(),
                figuresOf(snapshot, sprint, report),
                burndowns.points(),
                burndowns.hours(),
                opened.map(one -> story(snapshot, sprint, one)).orElse(null),
                VelocityPages.velocities(snapshot, product, sprint.team()),
                SprintEnds.closing(snapshot, sprint),
                sprint.startedAt() == null ? null : ends.notes(context, sprint),
                beside.panel());
    }

    private DayStory story(Snapshot snapshot, Sprint sprint, LocalDate day) {
        return new SprintDay(
                        snapshot,
                        day,
                        figures.report(snapshot, sprint, day.minusDays(1)),
                        figures.report(snapshot, sprint, day))
                .story();
    }

    private static Optional<Sprint> usual(List<Sprint> all) {
        return all.stream()
                .filter(Sprint::isRunning)
                .findFirst()
                .or(() ->
                        all.stream()
                                .filter(Sprint::isClosed)
                                .max(Comparator.comparing(Sprint::finish)))
                .or(() -> all.stream().findFirst());
    }

    private static List<Choice> choices(Product product, List<Sprint> all, Sprint chosen) {
        return all.stream()
                .filter(one -> one.startedAt() != null || one.equals(chosen))
                .map(one ->
                        new Choice(
                                url(product, one),
                                one.name() + (one.isRunning() ? " · running" : ""),
                                one.equals(chosen)))
                .toList();
    }

    private static List<Figure> figuresOf(Snapshot snapshot, Sprint sprint, SprintReport report) {
        var figures = new ArrayList<Figure>();
        if (report.committed() != null) {
            figures.add(figure(snapshot, "Committed", report.committed()));
        }
        figures.add(figure(snapshot, "Added", report.added()));
        figures.add(figure(snapshot, "Removed", report.removed()));
        figures.add(
                new Figure(
                        "Re-sized",
                        Words.count(report.resized().items(), "item"),
                        Words.signed(report.resized().points()),
                        List.of()));
        figures.add(figure(snapshot, "Completed", report.completed()));
        figures.add(
                figure(
                        snapshot,
                        sprint.isClosed() ? "Carried over" : "Left",
                        report.carriedOver()));
        return figures;
    }

    private static Figure figure(Snapshot snapshot, String label, Share share) {
        return new Figure(
                label,
                Words.count(share.tally().items(), "item"),
                Words.of(share.tally().points()),
                share.items().stream()
                        .map(key ->
                                new Item(
                                        key.toString(),
                                        snapshot.findItem(key)
                                                .map(item -> item.title())
                                                .orElse("deleted since")))
                        .toList());
    }
}
