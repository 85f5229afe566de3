package greenladder.track.flow;

import greenladder.chart.Axis;
import greenladder.core.flow.Flow;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.track.Plot;
import greenladder.track.TrackTable;
import greenladder.track.TrackTable.Cell;
import greenladder.track.flow.FlowPage.Age;
import greenladder.track.flow.FlowPage.Ages;
import greenladder.track.flow.FlowPage.Cumulative;
import greenladder.track.flow.FlowPage.WeekBar;
import greenladder.track.flow.FlowPage.Weeks;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntToDoubleFunction;
import org.jspecify.annotations.Nullable;

/** Draws how work flowed: where it stood, what each week brought, how old it is. */
public final class FlowCharts {
    private static final int MOST_AGES = 12;
    private static final double MOST_OF_WORK = 0.85;
    private static final double ROOM = 1.1;
    private static final int PERCENT = 100;
    private static final double BAR = 0.66;
    private static final double LABEL = 52;

    private FlowCharts() {}

    /**
     * @param picked the day that is told of beside it
     * @return null where nothing was there yet
     */
    public static @Nullable Cumulative cumulative(
            Flow flow, FlowPlace place, Optional<LocalDate> picked, Plot plot) {
        var days = flow.days();
        double most = days.stream().mapToDouble(day -> Plot.number(day.scope())).max().orElse(0);
        if (days.isEmpty() || most == 0) {
            return null;
        }
        int count = days.size();
        var across = plot.across(count);
        var up = plot.up(most);
        var url = place.url();
        IntToDoubleFunction done = day -> Plot.number(days.get(day).done());
        IntToDoubleFunction begun =
                day -> done.applyAsDouble(day) + Plot.number(days.get(day).inProgress());
        IntToDoubleFunction all = day -> Plot.number(days.get(day).scope());
        return new Cumulative(
                plot.width(),
                plot.height(),
                plot.bottom(),
                plot.right(),
                plot.dates(days.getFirst().date(), count, across),
                up.ticks(Words::score),
                Plot.area(count, any -> 0, done, across, up),
                Plot.area(count, done, begun, across, up),
                Plot.area(count, begun, all, across, up),
                plot.apart(
                        List.of(
                                new Plot.Label(up.at(done.applyAsDouble(count - 1) / 2), "done"),
                                label(up, done, begun, count - 1, "in progress"),
                                label(up, begun, all, count - 1, "to do"))),
                plot.points(
                        count,
                        across,
                        new Plot.PointAt() {
                            @Override
                            public String url(int day) {
                                return url + "&day=" + days.get(day).date();
                            }

                            @Override
                            public String words(int day) {
                                return inWords(days.get(day));
                            }
                        }),
                picked.filter(day -> !day.isBefore(days.getFirst().date()))
                        .filter(day -> !day.isAfter(days.getLast().date()))
                        .map(day ->
                                across.at(day.toEpochDay() - days.getFirst().date().toEpochDay()))
                        .orElse(0),
                new TrackTable(
                        "cumulative-flow",
                        "What stood where at the end of each day",
                        TrackTable.heads("Day", ":To do", ":In progress", ":Done", ":In all"),
                        days.reversed().stream().map(FlowCharts::line).toList()));
    }

    private static TrackTable.Line line(Flow.Day day) {
        return TrackTable.line(
                Cell.text(Words.day(day.date())),
                Cell.figure(Words.of(day.toDo())),
                Cell.figure(Words.of(day.inProgress())),
                Cell.figure(Words.of(day.done())),
                Cell.figure(Words.of(day.scope())));
    }

    private static String inWords(Flow.Day day) {
        return "%s: %s done, %s in progress, %s to do"
                .formatted(
                        Words.day(day.date()),
                        Words.of(day.done()),
                        Words.of(day.inProgress()),
                        Words.of(day.toDo()));
    }

    private static Plot.Label label(
            Axis up, IntToDoubleFunction from, IntToDoubleFunction to, int day, String text) {
        return new Plot.Label(up.at((from.applyAsDouble(day) + to.applyAsDouble(day)) / 2), text);
    }

    /** Null where no week brought anything. */
    static @Nullable Weeks weeks(Flow flow, FlowPlace place, Plot plot) {
        int most = flow.weeks().stream().mapToInt(Flow.Week::items).max().orElse(0);
        if (most == 0) {
            return null;
        }
        var up = plot.up(most);
        var weeks = flow.weeks();
        double step = (double) (plot.right() - Plot.LEFT) / weeks.size();
        int each = (int) Math.max(1, Math.ceil(LABEL / step));
        var bars = new ArrayList<WeekBar>();
        for (int i = 0; i < weeks.size(); i++) {
            var week = weeks.get(i);
            int y = up.at(week.items());
            bars.add(
                    new WeekBar(
                            place.url() + "&week=" + week.monday(),
                            i % each == 0 ? Words.shortDay(week.monday()) : "",
                            (int) (Plot.LEFT + i * step + step * (1 - BAR) / 2),
                            Math.max(1, (int) (step * BAR)),
                            y,
                            plot.bottom() - y,
                            "From %s: %s, %s points"
                                    .formatted(
                                            Words.day(week.monday()),
                                            Words.count(week.items(), "item"),
                                            Words.of(week.points()))));
        }
        return new Weeks(
                plot.width(),
                plot.height(),
                plot.bottom(),
                plot.right(),
                up.ticks(Words::score),
                bars,
                new TrackTable(
                        "weeks",
                        "What was finished in each week, the latest first",
                        TrackTable.heads("Week from", ":Items", ":Points"),
                        weeks.reversed().stream()
                                .map(week ->
                                        TrackTable.line(
                                                Cell.link(
                                                        Words.day(week.monday()),
                                                        place.url() + "&week=" + week.monday()),
                                                Cell.figure(Integer.toString(week.items())),
                                                Cell.figure(Words.of(week.points()))))
                                .toList()));
    }

    public static Ages ages(Snapshot snapshot, Flow flow) {
        double usual = flow.cycle().percentile(MOST_OF_WORK).orElse(0.0);
        var there =
                flow.ages().stream()
                        .filter(age -> snapshot.findNode(age.item()).isPresent())
                        .toList();
        double most =
                ROOM * Math.max(usual, there.stream().mapToDouble(Flow.Age::days).max().orElse(1));
        return new Ages(
                there.stream()
                        .limit(MOST_AGES)
                        .map(age -> age(snapshot, age, usual, most))
                        .toList(),
                (int) Math.round(usual / most * PERCENT),
                Math.max(0, there.size() - MOST_AGES));
    }

    private static Age age(Snapshot snapshot, Flow.Age age, double usual, double most) {
        var item = snapshot.requireNode(age.item()).item();
        return new Age(
                item.key().toString(),
                item.title(),
                item.state().name()
                        + ", "
                        + snapshot.findPerson(item.assignee()).map(Person::name).orElse("nobody"),
                Words.days(age.days()),
                (int) Math.round(age.days() / most * PERCENT),
                usual > 0 && age.days() > usual);
    }
}
