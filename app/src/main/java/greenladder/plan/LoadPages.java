package greenladder.plan;

import greenladder.core.people.Permission;
import greenladder.core.plan.Availability;
import greenladder.core.plan.Load;
import greenladder.core.plan.Load.OfPerson;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanel;
import greenladder.panel.ItemPanels;
import greenladder.plan.LoadPage.Day;
import greenladder.plan.LoadPage.DrawnRow;
import greenladder.plan.LoadPage.Head;
import greenladder.plan.LoadPage.RowModel;
import greenladder.plan.LoadPage.TaskLine;
import greenladder.plan.LoadPage.Wait;
import greenladder.planning.SprintFigures;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the load of a sprint by person and day. */
@Component
class LoadPages {
    private static final int MOST_BEYOND = 5;
    private static final DateTimeFormatter WEEKDAY =
            DateTimeFormatter.ofPattern("EEE d", Locale.UK);

    private final ItemPanels panels;
    private final SprintPages sprints;
    private final SprintSide side;
    private final SprintFigures figures;
    private final Drawings drawings;

    LoadPages(
            ItemPanels panels,
            SprintPages sprints,
            SprintSide side,
            SprintFigures figures,
            Drawings drawings) {
        this.drawings = drawings;
        this.panels = panels;
        this.sprints = sprints;
        this.side = side;
        this.figures = figures;
    }

    static String url(Product product, String sprint) {
        return "/%s/load?id=%s".formatted(product.code(), sprint);
    }

    /**
     * @param id key of the sprint; another one where there is none of that key
     */
    Optional<Sprint> chosen(ViewContext context, String id) {
        return sprints.chosen(context, id);
    }

    LoadPage page(ViewContext context, String id, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var teams = snapshot.workspace().teamsOf(product.code());
        var chosen = chosen(context, id);
        var choices =
                chosen.map(it -> SprintPages.choices(snapshot, teams, it, key -> url(product, key)))
                        .orElse(List.of());
        var url = chosen.map(it -> url(product, it.key())).orElse("/" + product.code() + "/load");
        var item = at == null ? Optional.<ItemKey>empty() : snapshot.findNode(at).map(node -> at);
        var panel =
                item.map(key -> panels.of(key, context.reader(), one -> url + "&at=" + one.key()))
                        .orElse(null);
        var shown = item.map(key -> url + "&at=" + key).orElse(url);
        return chosen.filter(it -> !it.isClosed())
                .map(it -> open(context, it, shown, choices, panel))
                .orElseGet(() ->
                        new LoadPage(
                                product.code(),
                                shown,
                                context.operation(),
                                choices,
                                null,
                                List.of(),
                                List.of(),
                                List.of(),
                                List.of(),
                                List.of(),
                                List.of(),
                                "",
                                List.of(),
                                panel));
    }

    private LoadPage open(
            ViewContext context,
            Sprint it,
            String url,
            List<Choice> choices,
            @Nullable ItemPanel panel) {
        var snapshot = context.snapshot();
        var product = context.product();
        var today = figures.today();
        var load = Load.of(snapshot, it, today);
        var busy = side.busy(snapshot, it, load);
        var availability = Availability.of(snapshot.workspace(), it);
        var dates = availability.daysFrom(today);
        var scale = new Scale(dates, beyondDays(load));
        var rows = new ArrayList<DrawnRow>();
        boolean mayWork = context.reader().mayIn(product.code(), Permission.WORK);
        var end = scale.percent(dates.size());
        var days = scale.days();
        for (int i = 0; i < load.people().size(); i++) {
            var row =
                    new LoadRows(snapshot, load, scale, new HashSet<>())
                            .row(load.people().get(i), busy.people().get(i));
            rows.add(drawn(new RowModel(row, days, end, mayWork, busy.choices())));
        }
        var team = availability.team();
        var unsaid =
                load.people().stream()
                        .flatMap(one -> one.unsaid().stream())
                        .map(key -> line(snapshot, key, "no hours said"))
                        .toList();
        return new LoadPage(
                product.code(),
                url,
                context.operation(),
                choices,
                new Head(
                        it.key(),
                        it.name(),
                        team.name(),
                        "%s left, focus %s"
                                .formatted(
                                        Words.count(dates.size(), "working day"),
                                        Words.of(team.calendar().focus())),
                        SprintPages.url(product, it.key()),
                        end,
                        scale.endsLate(),
                        it.name() + " ends",
                        mayWork,
                        dates.isEmpty()
                                ? "No working day is left in " + it.name() + "."
                                : rows.isEmpty() ? "Nobody takes part in " + it.name() + "." : ""),
                days,
                rows,
                busy.skills(),
                load.nobody().stream()
                        .map(one ->
                                line(
                                        snapshot,
                                        one.task(),
                                        (one.skill() == null ? "" : one.skill() + " · ")
                                                + (one.hours() == null
                                                        ? "no hours said"
                                                        : Words.of(one.hours()) + " h")))
                        .toList(),
                unsaid,
                load.waits().stream()
                        .map(one -> new Wait(one.task().toString(), one.after().toString()))
                        .toList(),
                LoadRows.hint(snapshot, it, load),
                busy.choices(),
                panel);
    }

    /** A row as HTML, drawn once for all who see and may do the same. */
    private DrawnRow drawn(RowModel row) {
        return new DrawnRow(
                drawings.cached("plan/load-row", "row", "m", row),
                drawings.cached("plan/load-row", "lines", "m", row));
    }

    private static TaskLine line(Snapshot snapshot, ItemKey key, String more) {
        return new TaskLine(key.toString(), snapshot.requireNode(key).item().title(), more);
    }

    /** How many days are drawn after the end, for what does not fit. */
    private static int beyondDays(Load load) {
        return Math.min(
                MOST_BEYOND,
                load.people().stream()
                        .mapToInt(one ->
                                (int)
                                        Math.ceil(
                                                one.beyond().stream()
                                                                .mapToDouble(
                                                                        task -> hours(task.hours()))
                                                                .sum()
                                                        / aDay(one)))
                        .max()
                        .orElse(0));
    }

    static double hours(@Nullable Amount amount) {
        return amount == null ? 0 : amount.toDecimal().doubleValue();
    }

    /** How many hours a day holds beyond the end: what the fullest day holds before it. */
    static double aDay(OfPerson one) {
        double most =
                one.days().stream()
                        .map(Load.OnDay::available)
                        .mapToDouble(BigDecimal::doubleValue)
                        .max()
                        .orElse(0);
        return most > 0 ? most : 6;
    }

    /**
     * The days across.
     *
     * @param beyond how many after the last
     */
    record Scale(List<LocalDate> dates, int beyond) {
        private static final int ROOMY = 10;

        private int columns() {
            return Math.max(1, dates.size() + beyond);
        }

        String percent(double days) {
            return Ruler.percent(100.0 * Math.min(days, columns()) / columns());
        }

        Ruler.Span span(double from, double days) {
            double until = Math.min(from + days, columns());
            return new Ruler.Span(
                    percent(from), Ruler.percent(100 * Math.max(0, until - from) / columns()));
        }

        boolean endsLate() {
            return dates.size() > beyond;
        }

        /** Whether there is room for words in so much of a day. */
        boolean holds(double days) {
            return days / columns() * ROOMY > 0.35;
        }

        List<Day> days() {
            var days = new ArrayList<Day>();
            for (int i = 0; i < columns(); i++) {
                boolean isBeyond = i >= dates.size();
                days.add(
                        new Day(
                                percent(i),
                                isBeyond ? "" : WEEKDAY.format(dates.get(i)),
                                isBeyond));
            }
            return days;
        }
    }
}
