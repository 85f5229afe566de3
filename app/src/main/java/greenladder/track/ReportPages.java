package greenladder.track;

import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.Share;
import greenladder.core.plan.Sprints;
import greenladder.core.plan.Velocity;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanels;
import greenladder.planning.SprintFigures;
import greenladder.track.ReportPage.Figure;
import greenladder.track.ReportPage.Head;
import greenladder.view.Choice;
import greenladder.view.Lookups;
import greenladder.view.SideList;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the report of a sprint, running or closed. */
@Component
public class ReportPages {
    private static final int HEIGHT = 280;
    private static final String LEFT = "left";

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
     * @param show the key of a figure whose items are told; empty for none
     */
    ReportPage page(
            ViewContext context,
            String id,
            Optional<LocalDate> day,
            String show,
            @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var all = sprints(context);
        var chosen = chosen(context, id);
        if (chosen.isEmpty()) {
            return new ReportPage(
                    product.code(),
                    "/%s/report".formatted(product.code()),
                    context.operation(),
                    List.of(),
                    null,
                    List.of(),
                    null,
                    null,
                    null,
                    null,
                    null,
                    null);
        }
        var sprint = chosen.get();
        var report = figures.report(snapshot, sprint);
        var here = url(product, sprint);
        var opened =
                day.filter(one -> report.days().stream().anyMatch(its -> its.date().equals(one)))
                        .filter(one -> !one.isAfter(figures.today()));
        var shares = shares(sprint, report);
        var shown = Optional.ofNullable(shares.get(show));
        var side =
                shown.map(share -> share(snapshot, sprint, show, share, here))
                        .or(() -> opened.map(one -> day(snapshot, sprint, report, one, here)))
                        .orElse(null);
        var url =
                here
                        + (shown.isPresent()
                                ? "&show=" + show
                                : opened.map(one -> "&day=" + one).orElse(""));
        var beside = panels.beside(context, url, at);
        var burndowns =
                new Burndowns(
                        report,
                        figures.today(),
                        here,
                        Plot.half(side != null || beside.panel() != null).high(HEIGHT));
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
                                        Words.shortDay(sprint.start()),
                                        Words.day(sprint.finish()),
                                        sprint.isRunning()
                                                ? ", running"
                                                : sprint.isClosed() ? ", closed" : ""),
                        Objects.requireNonNullElse(sprint.plan().goal(), ""),
                        burndowns.inWords() + PaceWords.of(snapshot, sprint, report),
                        "/%s/sprint?id=%s".formatted(product.code(), sprint.key()),
                        "/%s/load?id=%s".formatted(product.code(), sprint.key())),
                figuresOf(context, sprint, report, shares, here, show),
                burndowns.points(),
                burndowns.hours(),
                side,
                SprintEnds.closing(snapshot, sprint),
                sprint.startedAt() == null ? null : ends.notes(context, sprint),
                beside.panel());
    }

    private SideList day(
            Snapshot snapshot, Sprint sprint, SprintReport report, LocalDate day, String url) {
        var days = report.days().stream().map(SprintReport.Day::date).toList();
        return new SideList(
                Words.day(day),
                "%s of %s, day %d of %d"
                        .formatted(
                                Words.weekday(day),
                                sprint.name(),
                                days.indexOf(day) + 1,
                                days.size()),
                new SideList.Steps(
                        days.contains(day.minusDays(1)) ? url + "&day=" + day.minusDays(1) : "",
                        days.contains(day.plusDays(1)) && day.isBefore(figures.today())
                                ? url + "&day=" + day.plusDays(1)
                                : "",
                        url),
                new SprintDay(
                                snapshot,
                                day,
                                figures.report(snapshot, sprint, day.minusDays(1)),
                                figures.report(snapshot, sprint, day))
                        .parts(),
                null);
    }

    private static SideList share(
            Snapshot snapshot, Sprint sprint, String show, Share share, String close) {
        return new SideList(
                sprint.name(),
                "",
                SideList.Steps.none(close),
                List.of(SprintSide.part(snapshot, label(sprint, show), share)),
                null);
    }

    private static List<Sprint> sprints(ViewContext context) {
        var workspace = context.snapshot().workspace();
        return workspace.teamsOf(context.product().code()).stream()
                .map(Team::key)
                .flatMap(team -> Sprints.of(workspace, team).stream())
                .toList();
    }

    /**
     * The one asked for; where none is, the one that runs in the reader's team or another, or the
     * last that did.
     */
    Optional<Sprint> chosen(ViewContext context, String id) {
        var all = sprints(context);
        return id.isEmpty()
                ? usual(context, all)
                : Optional.of(Lookups.sprint(context.snapshot(), id)).filter(all::contains);
    }

    private static Optional<Sprint> usual(ViewContext context, List<Sprint> all) {
        var workspace = context.snapshot().workspace();
        var own =
                Sprints.usualTeam(workspace, context.product().code(), context.reader().handle())
                        .flatMap(team -> Sprints.running(workspace, team.key()));
        return own.isPresent()
                ? own
                : all.stream()
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

    /** The figures that items stand behind, by their keys. */
    private static Map<String, Share> shares(Sprint sprint, SprintReport report) {
        var shares = new LinkedHashMap<String, Share>();
        if (report.committed() != null) {
            shares.put("committed", report.committed());
        }
        shares.put("added", report.added());
        shares.put("removed", report.removed());
        shares.put("completed", report.completed());
        shares.put(LEFT, report.carriedOver());
        return shares;
    }

    private static String label(Sprint sprint, String key) {
        return key.equals(LEFT)
                ? sprint.isClosed() ? "Carried over" : "Left"
                : key.substring(0, 1).toUpperCase(Locale.ROOT) + key.substring(1);
    }

    private static List<Figure> figuresOf(
            ViewContext context,
            Sprint sprint,
            SprintReport report,
            Map<String, Share> shares,
            String url,
            String show) {
        var figures = new ArrayList<Figure>();
        shares.forEach((key, share) ->
                figures.add(
                        new Figure(
                                label(sprint, key),
                                Words.of(share.tally().points()),
                                Words.count(share.tally().items(), "item"),
                                share.items().isEmpty() ? "" : url + "&show=" + key,
                                key.equals(show))));
        figures.add(
                new Figure(
                        "Re-sized",
                        Words.signed(report.resized().points()),
                        Words.count(report.resized().items(), "item"),
                        "",
                        false));
        Velocity.of(context.snapshot(), sprint.team(), Velocity.WINDOW)
                .exactMean()
                .ifPresent(mean ->
                        figures.add(
                                new Figure(
                                        "Usually completed",
                                        Words.score(BigDecimal.valueOf(mean.doubleValue())),
                                        "points a sprint",
                                        "/%s/flow?of=%s#completed"
                                                .formatted(context.product().code(), sprint.team()),
                                        false)));
        return figures;
    }
}
