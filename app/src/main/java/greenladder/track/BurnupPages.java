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
     */
    public BurnupPage page(
            ViewContext context,
            String of,
            boolean down,
            String from,
            String to,
            Optional<LocalDate> day,
            @Nullable ItemKey at) {
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
                chart(it, span, standings, down, url),
                story(context, it, day),
                beside.panel());
    }

    private @Nullable DayStory story(ViewContext context, Subject it, Optional<LocalDate> day) {
        var snapshot = context.snapshot();
        var story = DayStory.of(context, pasts, day, it.holds());
        return story == null
                ? null
                : story.with(
                        snapshot,
                        pasts.read(
                                context.reader(),
                                past -> it.stood().apply(past, day.orElseThrow())));
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
            return "Nothing to tell yet.";
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
            Subject it, DaySpan span, List<Told> told, boolean down, String url) {
        double most =
                told.stream()
                        .mapToDouble(one -> Plots.number(one.standing().points()))
                        .max()
                        .orElse(0);
        if (told.isEmpty() || most == 0) {
            return null;
        }
        int days = (int) (span.to().toEpochDay() - span.from().toEpochDay()) + 1;
        int count = told.size();
        var across = Plots.across(days);
        var up = Plots.up(most);
        IntToDoubleFunction scope = day -> Plots.number(told.get(day).standing().points());
        IntToDoubleFunction done = day -> Plots.number(told.get(day).standing().doneAmount());
        IntToDoubleFunction begun =
                day ->
                        done.applyAsDouble(day)
                                + Plots.number(told.get(day).standing().inProgressAmount());
        IntToDoubleFunction left = day -> scope.applyAsDouble(day) - done.applyAsDouble(day);
        IntToDoubleFunction none = any -> 0;
        int last = count - 1;
        return new Chart(
                down ? "burndown" : "burnup",
                down
                        ? "Points left at the end of each day"
                        : "Points done, and all there are, at the end of each day",
                Plots.WIDTH,
                Plots.HEIGHT,
                Plots.BOTTOM,
                Plots.RIGHT,
                Plots.dates(span.from(), days, across),
                up.ticks(Words::score),
                down ? "" : Plots.area(count, none, done, across, up),
                down
                        ? Plots.area(count, none, left, across, up)
                        : Plots.area(count, done, begun, across, up),
                down ? "" : Plots.line(count, scope, across, up),
                down
                        ? List.of(new Plots.Label(up.at(left.applyAsDouble(last)) + 4, "left"))
                        : Plots.apart(
                                List.of(
                                        new Plots.Label(up.at(done.applyAsDouble(last)), "done"),
                                        new Plots.Label(
                                                up.at(scope.applyAsDouble(last)), "in all"))),
                down ? List.of() : flags(told, across, up, url),
                across.at(last),
                it.target() == null
                                || it.target().isAfter(span.to())
                                || it.target().isBefore(span.from())
                        ? 0
                        : across.at(it.target().toEpochDay() - span.from().toEpochDay()),
                it.target() == null ? "" : "due " + Plots.shortDay(it.target()),
                Plots.points(
                        count,
                        across,
                        new Plots.PointAt() {
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
                    int foot = up.at(Plots.number(told.get(one.day()).standing().points()));
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
