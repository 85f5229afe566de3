package greenladder.track;

import greenladder.chart.Axis;
import greenladder.core.flow.Standing;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.flow.ItemPasts;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.planning.SprintFigures;
import greenladder.track.BurnupPage.Chart;
import greenladder.track.BurnupPage.Flag;
import greenladder.track.BurnupSubjects.Subject;
import greenladder.track.TrackTable.Cell;
import greenladder.view.Choice;
import greenladder.view.SideList;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.IntToDoubleFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page that tells how a release, goal or epic grew and was done. */
@Component
public class BurnupPages {
    private static final int USUAL_DAYS = 180;
    private static final int HEIGHT = 400;
    private static final int MOST_FLAGS = 40;
    private static final int MOST_AHEAD = 200;

    private final ItemPasts pasts;
    private final ItemPanels panels;
    private final SprintFigures figures;

    BurnupPages(ItemPasts pasts, ItemPanels panels, SprintFigures figures) {
        this.pasts = pasts;
        this.panels = panels;
        this.figures = figures;
    }

    /**
     * @param of {@code release:…} or the key of an item; what comes first where it is neither
     * @param down whether what is left is drawn rather than what is done
     * @param tile the sheet to draw on; null for one across the page
     */
    public BurnupPage page(
            ViewContext context,
            String of,
            boolean down,
            String from,
            String to,
            Optional<LocalDate> day,
            @Nullable ItemKey at,
            @Nullable Plot tile) {
        var snapshot = context.snapshot();
        var code = context.product().code();
        var subjects = BurnupSubjects.of(context);
        var subject =
                subjects.stream()
                        .filter(one -> one.value().equals(of))
                        .findFirst()
                        .or(() -> BurnupSubjects.ofItem(snapshot, code, of))
                        .or(() -> subjects.stream().findFirst());
        var action = "/%s/burnup".formatted(code);
        if (subject.isEmpty()) {
            return new BurnupPage(
                    code,
                    action,
                    context.operation(),
                    List.of(),
                    List.of(),
                    DaySpan.of("", "", USUAL_DAYS, figures.today(), action),
                    "",
                    "",
                    "",
                    null,
                    null,
                    null);
        }
        var it = subject.get();
        var span =
                span(it, from, to, action).with("of", it.value()).with("way", down ? "down" : "");
        var url = url(code, it.value(), down) + (from.isEmpty() ? "" : "&" + span.query());
        var standings = standings(context.reader(), it, span);
        var here = url + day.map(one -> "&day=" + one).orElse("");
        var beside = panels.beside(context, here, at);
        var plot =
                tile == null
                        ? Plot.page(day.isPresent() || beside.panel() != null).high(HEIGHT)
                        : tile;
        return new BurnupPage(
                code,
                beside.url(),
                context.operation(),
                choices(subjects, it, code, down),
                List.of(
                        new Choice(url(code, it.value(), false), "What is done", !down),
                        new Choice(url(code, it.value(), true), "What is left", down)),
                span,
                it.label(),
                it.key(),
                words(standings),
                chart(it, span, standings, down, url, day, plot),
                day.map(one -> side(context, it, one, url)).orElse(null),
                beside.panel());
    }

    private SideList side(ViewContext context, Subject it, LocalDate day, String url) {
        var snapshot = context.snapshot();
        var parts = new ArrayList<>(DayParts.of(context, pasts, day, it.holds(), any -> ""));
        parts.addAll(
                DayParts.standing(
                        snapshot,
                        pasts.read(context.reader(), past -> it.stood().apply(past, day))));
        return new SideList(
                Words.day(day),
                Words.weekday(day),
                new SideList.Steps(
                        url + "&day=" + day.minusDays(1),
                        day.isBefore(figures.today()) ? url + "&day=" + day.plusDays(1) : "",
                        url),
                parts,
                null);
    }

    private static String url(String code, String of, boolean down) {
        return "/%s/burnup?of=%s%s".formatted(code, of, down ? "&way=down" : "");
    }

    private static List<Choice> choices(
            List<Subject> subjects, Subject it, String code, boolean down) {
        var choices = new ArrayList<Choice>();
        if (subjects.stream().noneMatch(one -> one.value().equals(it.value()))) {
            choices.add(new Choice(url(code, it.value(), down), it.label(), true));
        }
        subjects.forEach(one ->
                choices.add(
                        new Choice(
                                url(code, one.value(), down),
                                one.label(),
                                one.value().equals(it.value()))));
        return choices;
    }

    private DaySpan span(Subject it, String from, String to, String action) {
        var today = figures.today();
        if (!from.isEmpty() || !to.isEmpty()) {
            return DaySpan.of(from, to, USUAL_DAYS, today, action);
        }
        var first =
                it.first() == null || it.first().isAfter(today)
                        ? today.minusDays(USUAL_DAYS)
                        : it.first();
        var last =
                it.target() == null || it.target().isBefore(today)
                        ? today
                        : it.target().isAfter(today.plusDays(MOST_AHEAD))
                                ? today.plusDays(MOST_AHEAD)
                                : it.target();
        return DaySpan.of(first.toString(), last.toString(), USUAL_DAYS, today, action);
    }

    private record Told(LocalDate day, Standing standing) {}

    /** Up to today; what is ahead has no figures. */
    private List<Told> standings(SignedIn reader, Subject it, DaySpan span) {
        var last = span.to().isAfter(figures.today()) ? figures.today() : span.to();
        return pasts.read(
                reader,
                past -> {
                    var told = new ArrayList<Told>();
                    for (var day = span.from(); !day.isAfter(last); day = day.plusDays(1)) {
                        told.add(new Told(day, it.standing().apply(past, day)));
                    }
                    return told;
                });
    }

    private static String words(List<Told> told) {
        if (told.isEmpty()) {
            return "Nothing to show yet.";
        }
        var now = told.getLast().standing();
        var then = told.getFirst().standing();
        var grown = now.points().minus(then.points());
        return "%s of %s points done on %s%s%s."
                .formatted(
                        Words.of(now.doneAmount()),
                        Words.of(now.points()),
                        Words.day(told.getLast().day()),
                        grown.thousandths() == 0
                                ? ""
                                : "; %s points since %s"
                                        .formatted(
                                                Words.signed(grown),
                                                Words.day(told.getFirst().day())),
                        now.unsized() == 0 ? "" : "; %d not sized".formatted(now.unsized()));
    }

    private @Nullable Chart chart(
            Subject it,
            DaySpan span,
            List<Told> told,
            boolean down,
            String url,
            Optional<LocalDate> picked,
            Plot plot) {
        double most =
                told.stream()
                        .mapToDouble(one -> Plot.number(one.standing().points()))
                        .max()
                        .orElse(0);
        if (told.isEmpty() || most == 0) {
            return null;
        }
        int days = (int) (span.to().toEpochDay() - span.from().toEpochDay()) + 1;
        int count = told.size();
        var across = plot.across(days);
        var up = plot.up(most);
        IntToDoubleFunction scope = day -> Plot.number(told.get(day).standing().points());
        IntToDoubleFunction done = day -> Plot.number(told.get(day).standing().doneAmount());
        IntToDoubleFunction begun =
                day ->
                        done.applyAsDouble(day)
                                + Plot.number(told.get(day).standing().inProgressAmount());
        IntToDoubleFunction left = day -> scope.applyAsDouble(day) - done.applyAsDouble(day);
        IntToDoubleFunction none = any -> 0;
        int last = count - 1;
        return new Chart(
                down ? "burndown" : "burnup",
                down
                        ? "Points left at the end of each day"
                        : "Points done, and all there are, at the end of each day",
                plot.width(),
                plot.height(),
                plot.bottom(),
                plot.right(),
                plot.dates(span.from(), days, across),
                up.ticks(Words::score),
                down ? "" : Plot.area(count, none, done, across, up),
                down
                        ? Plot.area(count, none, left, across, up)
                        : Plot.area(count, done, begun, across, up),
                down ? "" : Plot.line(count, scope, across, up),
                down
                        ? List.of(new Plot.Label(up.at(left.applyAsDouble(last)) + 4, "left"))
                        : plot.apart(
                                List.of(
                                        new Plot.Label(up.at(done.applyAsDouble(last)), "done"),
                                        new Plot.Label(
                                                up.at(scope.applyAsDouble(last)), "in all"))),
                down ? List.of() : flags(told, across, up, url),
                across.at(last),
                it.target() == null
                                || it.target().isAfter(span.to())
                                || it.target().isBefore(span.from())
                        ? 0
                        : across.at(it.target().toEpochDay() - span.from().toEpochDay()),
                it.target() == null ? "" : "due " + Words.shortDay(it.target()),
                plot.points(
                        count,
                        across,
                        new Plot.PointAt() {
                            @Override
                            public String url(int day) {
                                return url + "&day=" + told.get(day).day();
                            }

                            @Override
                            public String words(int day) {
                                var standing = told.get(day).standing();
                                return "%s: %s of %s points done"
                                        .formatted(
                                                Words.day(told.get(day).day()),
                                                Words.of(standing.doneAmount()),
                                                Words.of(standing.points()));
                            }
                        }),
                picked.filter(day -> told.stream().anyMatch(one -> one.day().equals(day)))
                        .map(day -> across.at(day.toEpochDay() - span.from().toEpochDay()))
                        .orElse(0),
                table(told));
    }

    /** Pennants where what there is grew or shrank, the largest changes where there are many. */
    private static List<Flag> flags(List<Told> told, Axis across, Axis up, String url) {
        record Change(int day, Amount by) {}
        var changes = new ArrayList<Change>();
        for (int i = 1; i < told.size(); i++) {
            var by = told.get(i).standing().points().minus(told.get(i - 1).standing().points());
            if (by.thousandths() != 0) {
                changes.add(new Change(i, by));
            }
        }
        return changes.stream()
                .sorted(
                        Comparator.comparing((Change one) -> Math.abs(one.by().thousandths()))
                                .reversed())
                .limit(MOST_FLAGS)
                .map(one -> {
                    int x = across.at(one.day());
                    int foot = up.at(Plot.number(told.get(one.day()).standing().points()));
                    int top = foot - 14;
                    int flag = one.by().thousandths() > 0 ? top : foot - 7;
                    return new Flag(
                            "M%d %d V%d M%d %d l8 3.5 l-8 3.5".formatted(x, foot, top, x, flag),
                            "%s on %s"
                                    .formatted(
                                            Words.signed(one.by()),
                                            Words.day(told.get(one.day()).day())),
                            url + "&day=" + told.get(one.day()).day());
                })
                .toList();
    }

    private static TrackTable table(List<Told> told) {
        var lines = new ArrayList<TrackTable.Line>();
        Amount before = null;
        for (var one : told) {
            var standing = one.standing();
            var grown = before == null ? Amount.ZERO : standing.points().minus(before);
            before = standing.points();
            lines.add(
                    TrackTable.line(
                            Cell.text(Words.day(one.day())),
                            Cell.figure(Words.of(standing.doneAmount())),
                            Cell.figure(Words.of(standing.inProgressAmount())),
                            Cell.figure(Words.of(standing.points().minus(standing.doneAmount()))),
                            Cell.figure(Words.of(standing.points())),
                            Cell.figure(grown.thousandths() == 0 ? "" : Words.signed(grown))));
        }
        return new TrackTable(
                "burnup",
                "What was done and what there was at the end of each day, in points",
                TrackTable.heads(
                        "Day", ":Done", ":In progress", ":Left", ":In all", ":More or less"),
                lines.reversed());
    }
}
