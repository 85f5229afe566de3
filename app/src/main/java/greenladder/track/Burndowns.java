package greenladder.track;

import greenladder.chart.Axis;
import greenladder.chart.Axis.Tick;
import greenladder.core.plan.SprintReport;
import greenladder.core.plan.SprintReport.ScopeChange;
import greenladder.core.value.Amount;
import greenladder.track.ReportPage.Burndown;
import greenladder.track.ReportPage.Flag;
import greenladder.track.ReportPage.Label;
import greenladder.track.ReportPage.Row;
import greenladder.track.ReportPage.Span;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Draws how the work of a sprint went down day by day.
 *
 * @param url of the report, which a day of the picture opens
 */
public record Burndowns(SprintReport report, LocalDate today, String url, Plot plot) {
    private static final int DATE = 62;

    /** In points; null before the start. */
    public @Nullable Burndown points() {
        var days = report.days();
        if (days.isEmpty()) {
            return null;
        }
        double most =
                days.stream()
                        .mapToDouble(
                                day -> Math.max(day.ideal().doubleValue(), number(day.scope())))
                        .max()
                        .orElse(0);
        var up = Axis.linear(0, Math.max(1, most), plot.bottom(), Plot.TOP);
        return drawn(
                "points",
                "Points left at the end of each day",
                "points",
                up,
                SprintReport.Day::remaining,
                SprintReport.Day::ideal,
                path(days, up, day -> day.scope() == null ? null : number(day.scope())));
    }

    /** In hours; null where no task has any. */
    @Nullable Burndown hours() {
        double most =
                report.days().stream()
                        .mapToDouble(day ->
                                Math.max(
                                        day.idealHours().doubleValue(),
                                        number(day.remainingHours())))
                        .max()
                        .orElse(0);
        if (most == 0) {
            return null;
        }
        // Hours that came after the start only are held against nothing.
        boolean isPlanned = report.days().getFirst().idealHours().signum() > 0;
        var up = Axis.linear(0, most, plot.bottom(), Plot.TOP);
        return drawn(
                "hours",
                "Hours left at the end of each day",
                "hours",
                up,
                SprintReport.Day::remainingHours,
                isPlanned ? SprintReport.Day::idealHours : null,
                "");
    }

    private Burndown drawn(
            String id,
            String title,
            String unit,
            Axis up,
            Function<SprintReport.Day, @Nullable Amount> left,
            @Nullable Function<SprintReport.Day, BigDecimal> ideal,
            String scope) {
        var days = report.days();
        return new Burndown(
                id,
                title,
                unit,
                plot.width(),
                plot.height(),
                plot.bottom(),
                plot.right(),
                dates(),
                up.ticks(Words::score),
                off(),
                path(days, up, day -> left.apply(day) == null ? null : number(left.apply(day))),
                ideal == null ? "" : path(days, up, day -> ideal.apply(day).doubleValue()),
                scope,
                scope.isEmpty() ? List.of() : flags(up),
                labels(up, left, ideal, !scope.isEmpty()),
                days.stream()
                        .filter(day -> day.date().equals(today))
                        .map(day -> x(days.indexOf(day)))
                        .findFirst()
                        .orElse(0),
                points(left, unit),
                days.stream()
                        .map(day ->
                                new Row(
                                        Words.day(day.date()),
                                        left.apply(day) == null ? "" : Words.of(left.apply(day)),
                                        ideal == null ? "" : Words.score(ideal.apply(day)),
                                        scope.isEmpty() || day.scope() == null
                                                ? ""
                                                : Words.of(day.scope()),
                                        scope.isEmpty()
                                                ? ""
                                                : day.changes().stream()
                                                        .map(Burndowns::words)
                                                        .collect(Collectors.joining("; "))))
                        .toList());
    }

    /** The days that have figures, to be pointed at. */
    private String points(Function<SprintReport.Day, @Nullable Amount> left, String unit) {
        var told = report.days().stream().filter(day -> left.apply(day) != null).toList();
        var across =
                Axis.linear(-1, Math.max(0, report.days().size() - 1), Plot.LEFT, plot.right());
        return plot.points(
                told.size(),
                across,
                new Plot.PointAt() {
                    @Override
                    public String url(int day) {
                        return url + "&day=" + told.get(day).date();
                    }

                    @Override
                    public String words(int day) {
                        return "%s: %s %s left"
                                .formatted(
                                        Words.day(told.get(day).date()),
                                        Words.of(left.apply(told.get(day))),
                                        unit);
                    }
                });
    }

    private List<Label> labels(
            Axis up,
            Function<SprintReport.Day, @Nullable Amount> left,
            @Nullable Function<SprintReport.Day, BigDecimal> ideal,
            boolean withScope) {
        var days = report.days();
        var labels = new ArrayList<Label>();
        for (int i = days.size() - 1; i >= 0; i--) {
            var now = left.apply(days.get(i));
            if (now != null) {
                var scope = days.get(i).scope();
                labels.add(new Label(x(i) + 5, up.at(number(now)) + 13, "left"));
                if (withScope && scope != null && !scope.equals(now)) {
                    labels.add(new Label(x(i) + 5, up.at(number(scope)) + 4, "in all"));
                }
                break;
            }
        }
        if (ideal != null) {
            var last = days.getLast();
            labels.add(
                    new Label(
                            x(days.size() - 1) + 5,
                            up.at(ideal.apply(last).doubleValue()) - 2,
                            "ideal"));
        }
        return labels;
    }

    private int x(int day) {
        int days = report.days().size();
        return Axis.linear(0, Math.max(1, days), Plot.LEFT, plot.right()).at(day + 1.0);
    }

    /** From the beginning of the first day, where nothing was done yet, over the end of each. */
    private String path(
            List<SprintReport.Day> days,
            Axis up,
            Function<SprintReport.Day, @Nullable Double> value) {
        var path = new StringBuilder();
        for (int i = 0; i < days.size(); i++) {
            var at = value.apply(days.get(i));
            if (at == null) {
                break;
            }
            path.append(path.isEmpty() ? "M" : " L").append(x(i)).append(' ').append(up.at(at));
        }
        return path.toString();
    }

    private List<Tick> dates() {
        var days = report.days();
        int most = Math.max(2, (plot.right() - Plot.LEFT) / DATE);
        int step = Math.max(1, (days.size() + most - 1) / most);
        var ticks = new ArrayList<Tick>();
        for (int i = 0; i < days.size(); i += step) {
            ticks.add(new Tick(x(i), Words.day(days.get(i).date()).replaceAll(" \\d{4}$", "")));
        }
        return ticks;
    }

    private List<Span> off() {
        var days = report.days();
        var spans = new ArrayList<Span>();
        for (int i = 0; i < days.size(); i++) {
            if (!days.get(i).workingDay()) {
                spans.add(new Span(x(i - 1), x(i) - x(i - 1)));
            }
        }
        return spans;
    }

    private List<Flag> flags(Axis up) {
        var flags = new ArrayList<Flag>();
        var days = report.days();
        for (int i = 0; i < days.size(); i++) {
            int foot = up.at(number(days.get(i).scope()));
            for (var change : days.get(i).changes()) {
                boolean isDown =
                        change.points().thousandths() < 0
                                || change.what() == ScopeChange.What.REMOVED;
                int top = foot - 16;
                flags.add(
                        new Flag(
                                change.item().toString(),
                                isDown
                                        ? "M%1$d %2$d V%3$d M%1$d %4$d l9 4 l-9 4"
                                                .formatted(x(i), foot, top, foot - 8)
                                        : "M%1$d %2$d V%3$d l9 4 l-9 4".formatted(x(i), foot, top),
                                words(change)));
                foot = top;
            }
        }
        return flags;
    }

    private static String words(ScopeChange change) {
        return "%s %s, %s"
                .formatted(change.item(), change.what().label(), Words.signed(signed(change)));
    }

    private static Amount signed(ScopeChange change) {
        return change.what() == ScopeChange.What.REMOVED && change.points().thousandths() > 0
                ? new Amount(-change.points().thousandths())
                : change.points();
    }

    private static double number(@Nullable Amount amount) {
        return amount == null ? 0 : amount.toDecimal().doubleValue();
    }

    /** What the last day with figures says, held against the ideal. */
    public String inWords() {
        var told = report.days().stream().filter(day -> day.remaining() != null).toList();
        if (told.isEmpty() || report.committed() == null) {
            return "It has not started yet.";
        }
        var day = told.getLast();
        var left = Objects.requireNonNull(day.remaining());
        double ahead = day.ideal().doubleValue() - number(left);
        var scope = Objects.requireNonNullElse(day.scope(), Amount.ZERO);
        var grown = scope.minus(report.committed().tally().points());
        return "%s of %s points left; %s%s."
                .formatted(
                        Words.of(left),
                        Words.of(scope),
                        Math.abs(ahead) < 0.5
                                ? "on the ideal line"
                                : "%s points %s the ideal line"
                                        .formatted(
                                                Words.score(
                                                        java.math.BigDecimal.valueOf(
                                                                Math.abs(ahead))),
                                                ahead > 0 ? "ahead of" : "behind"),
                        grown.thousandths() == 0
                                ? ""
                                : ", scope %s since the start".formatted(Words.signed(grown)));
    }
}
