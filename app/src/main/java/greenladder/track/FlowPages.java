package greenladder.track;

import greenladder.chart.Axis;
import greenladder.core.flow.Flow;
import greenladder.core.level.Level;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.flow.ItemPasts;
import greenladder.list.FilterLines;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.track.FlowPage.Age;
import greenladder.track.FlowPage.Cumulative;
import greenladder.track.FlowPage.Week;
import greenladder.track.TrackTable.Cell;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page that tells how work flowed. */
@Component
public class FlowPages {
    private static final int DAYS_OF_WEEK = 7;
    private static final int MOST_AGES = 30;
    private static final double HALF = 0.5;
    private static final double MOST_OF_WORK = 0.85;
    private static final int PERCENT = 100;

    private final ItemPasts pasts;
    private final FilterLines lines;
    private final ItemPanels panels;
    private final Clock clock;

    FlowPages(ItemPasts pasts, FilterLines lines, ItemPanels panels, Clock clock) {
        this.pasts = pasts;
        this.lines = lines;
        this.panels = panels;
        this.clock = clock;
    }

    /**
     * @param opened the point of a chart of which everything is told
     */
    FlowPage page(
            ViewContext context, FlowPlace place, FlowPlace.Opened opened, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var sieve = new Sieve(lines, context, place.state());
        var only = sieve.keys(place.level());
        var flow = flow(context.reader(), place, only);
        var url = place.url() + opened.query();
        var beside = panels.beside(context, url, at);
        return new FlowPage(
                place.product(),
                beside.url(),
                context.operation(),
                sieve.line("flow", place.own(), place.level()),
                teams(snapshot, place),
                context.product().levels().all().stream()
                        .filter(Level::carriesPoints)
                        .map(level ->
                                new Choice(
                                        place.of(level).url(),
                                        level.plural(),
                                        level.equals(place.level())))
                        .toList(),
                FlowPlace.WEEKS.stream()
                        .map(weeks ->
                                new Choice(
                                        place.over(weeks).url(),
                                        weeks + " weeks",
                                        weeks == place.weeks()))
                        .toList(),
                List.of(
                        new Choice(place.by(true).url(), "By points", place.points()),
                        new Choice(place.by(false).url(), "By count", !place.points())),
                place.points() ? "points" : Words.lower(place.level().plural()),
                words(flow, place),
                drawn(
                        context.reader(),
                        new DrawnDays(place.url(), soon()),
                        only,
                        () -> cumulative(flow, place)),
                drawn(
                        context.reader(),
                        new DrawnDots(place.url(), soon(), context.operation()),
                        only,
                        () -> CycleDots.of(snapshot, flow)),
                weeks(flow, place),
                ages(snapshot, flow),
                opened.week().isPresent()
                        ? finished(snapshot, flow, opened.week().get())
                        : story(context, place, only, opened.day()),
                beside.panel());
    }

    /** What is asked to be drawn: a year has hundreds of days. */
    private record DrawnDays(String url, Instant until) {}

    /**
     * The same of thousands of dots.
     *
     * @param operation up to which the titles in it are told
     */
    private record DrawnDots(String url, Instant until, long operation) {}

    private <T> @Nullable T drawn(
            SignedIn reader,
            Object asked,
            @Nullable Set<ItemKey> only,
            Supplier<@Nullable T> picture) {
        return only == null
                ? pasts.kept(reader, asked, any -> Optional.ofNullable(picture.get())).orElse(null)
                : picture.get();
    }

    /** What was finished in the week that begins with a day. */
    private DayStory finished(Snapshot snapshot, Flow flow, LocalDate monday) {
        var those =
                flow.passages().stream()
                        .filter(one -> one.finished() != null)
                        .filter(one -> snapshot.findNode(one.item()).isPresent())
                        .filter(one -> {
                            var day = LocalDate.ofInstant(one.finished(), clock.getZone());
                            return !day.isBefore(monday)
                                    && day.isBefore(monday.plusDays(DAYS_OF_WEEK));
                        })
                        .toList();
        return new DayStory(
                "In the week from %s: %s finished"
                        .formatted(Words.day(monday), Words.count(those.size(), "item")),
                new TrackTable(
                        "week",
                        "What was finished in that week",
                        TrackTable.heads("Item", "Finished", ":From its start", ":Points"),
                        those.stream()
                                .map(one ->
                                        TrackTable.line(
                                                Cell.item(
                                                        one.item().toString(),
                                                        snapshot.requireNode(one.item())
                                                                .item()
                                                                .title()),
                                                Cell.text(
                                                        Words.day(
                                                                LocalDate.ofInstant(
                                                                        one.finished(),
                                                                        clock.getZone()))),
                                                Cell.figure(
                                                        one.cycleDays() == null
                                                                ? ""
                                                                : days(one.cycleDays())),
                                                Cell.figure(
                                                        one.size() == null
                                                                ? ""
                                                                : Words.of(one.size()))))
                                .toList()));
    }

    private @Nullable DayStory story(
            ViewContext context,
            FlowPlace place,
            @Nullable Set<ItemKey> only,
            Optional<LocalDate> day) {
        var snapshot = context.snapshot();
        var story =
                DayStory.of(
                        context,
                        pasts,
                        day,
                        one ->
                                one.after().level().equals(place.level().key())
                                        && (only == null || only.contains(one.item()))
                                        && (place.team() == null
                                                || place.team().key().equals(one.after().team())));
        return story == null
                ? null
                : story.withAges(
                        snapshot,
                        flow(context.reader(), place, only, day.orElseThrow(), day.orElseThrow())
                                .ages());
    }

    /**
     * How work flowed there.
     *
     * @param only the items that count; null for all
     */
    public Flow flow(SignedIn reader, FlowPlace place, @Nullable Set<ItemKey> only) {
        var today = LocalDate.now(clock);
        return flow(
                reader,
                place,
                only,
                today.minusDays((long) place.weeks() * DAYS_OF_WEEK - 1),
                today);
    }

    private Flow flow(
            SignedIn reader,
            FlowPlace place,
            @Nullable Set<ItemKey> only,
            LocalDate from,
            LocalDate to) {
        var query =
                new Flow.Query(
                        place.product(),
                        from,
                        to,
                        place.level().key(),
                        place.team() == null ? null : place.team().key(),
                        place.points(),
                        soon(),
                        only);
        return only == null
                ? pasts.kept(reader, query, past -> Flow.of(past, query))
                : pasts.read(reader, past -> Flow.of(past, query));
    }

    /**
     * The end of this minute: all that has happened lies before it, and what is asked within the
     * minute is the same.
     */
    private Instant soon() {
        return clock.instant().truncatedTo(ChronoUnit.MINUTES).plus(1, ChronoUnit.MINUTES);
    }

    private static List<Choice> teams(Snapshot snapshot, FlowPlace place) {
        var choices = new ArrayList<Choice>();
        choices.add(new Choice(place.of((Team) null).url(), "All teams", place.team() == null));
        snapshot.workspace()
                .teamsOf(place.product())
                .forEach(team ->
                        choices.add(
                                new Choice(
                                        place.of(team).url(),
                                        team.name(),
                                        team.equals(place.team()))));
        return choices;
    }

    public static String words(Flow flow, FlowPlace place) {
        var finished = flow.passages().stream().filter(one -> one.finished() != null).count();
        var stories =
                finished
                        + " "
                        + Words.lower(
                                finished == 1 ? place.level().name() : place.level().plural());
        if (finished == 0) {
            return "Nothing was finished in these %d weeks.".formatted(place.weeks());
        }
        return flow.cycle()
                .percentile(MOST_OF_WORK)
                .map(days ->
                        "%s finished in %d weeks. Half took %s or less from start to finish, 85 %% took %s or less."
                                .formatted(
                                        stories,
                                        place.weeks(),
                                        days(flow.cycle().percentile(HALF).orElse(days)),
                                        days(days)))
                .orElse("%s finished in %d weeks.".formatted(stories, place.weeks()));
    }

    static String days(double days) {
        return days < 1
                ? "a day"
                : String.format(Locale.ROOT, "%.1f", days).replaceAll("\\.0$", "") + " days";
    }

    public static @Nullable Cumulative cumulative(Flow flow, FlowPlace place) {
        var days = flow.days();
        double most = days.stream().mapToDouble(day -> Plots.number(day.scope())).max().orElse(0);
        if (days.isEmpty() || most == 0) {
            return null;
        }
        int count = days.size();
        var across = Plots.across(count);
        var up = Plots.up(most);
        var url = place.url();
        IntToDoubleFunction done = day -> Plots.number(days.get(day).done());
        IntToDoubleFunction begun =
                day -> done.applyAsDouble(day) + Plots.number(days.get(day).inProgress());
        IntToDoubleFunction all = day -> Plots.number(days.get(day).scope());
        return new Cumulative(
                FlowPage.WIDTH,
                FlowPage.HEIGHT,
                FlowPage.BOTTOM,
                Plots.RIGHT,
                Plots.dates(days.getFirst().date(), count, across),
                up.ticks(Words::score),
                Plots.area(count, any -> 0, done, across, up),
                Plots.area(count, done, begun, across, up),
                Plots.area(count, begun, all, across, up),
                Plots.apart(
                        List.of(
                                new Plots.Label(up.at(done.applyAsDouble(count - 1) / 2), "done"),
                                label(up, done, begun, count - 1, "in progress"),
                                label(up, begun, all, count - 1, "to do"))),
                Plots.points(
                        count,
                        across,
                        new Plots.PointAt() {
                            @Override
                            public String url(int day) {
                                return url + "&day=" + days.get(day).date();
                            }

                            @Override
                            public String words(int day) {
                                return inWords(days.get(day));
                            }
                        }),
                new TrackTable(
                        "cumulative-flow",
                        "What stood where at the end of each day",
                        TrackTable.heads("Day", ":To do", ":In progress", ":Done", ":In all"),
                        days.reversed().stream().map(FlowPages::line).toList()));
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

    private static Plots.Label label(
            Axis up, IntToDoubleFunction from, IntToDoubleFunction to, int day, String text) {
        return new Plots.Label(up.at((from.applyAsDouble(day) + to.applyAsDouble(day)) / 2), text);
    }

    private static List<Week> weeks(Flow flow, FlowPlace place) {
        int most = flow.weeks().stream().mapToInt(Flow.Week::items).max().orElse(0);
        var url = place.url();
        return flow.weeks().reversed().stream()
                .map(week ->
                        new Week(
                                "from " + Words.day(week.monday()),
                                url + "&week=" + week.monday(),
                                Integer.toString(week.items()),
                                Words.of(week.points()),
                                most == 0 ? 0 : week.items() * PERCENT / most))
                .toList();
    }

    public static List<Age> ages(Snapshot snapshot, Flow flow) {
        double usual = flow.cycle().percentile(MOST_OF_WORK).orElse(Double.MAX_VALUE);
        double most = flow.ages().stream().mapToDouble(Flow.Age::days).max().orElse(1);
        return flow.ages().stream()
                .filter(age -> snapshot.findNode(age.item()).isPresent())
                .limit(MOST_AGES)
                .map(age -> {
                    var item = snapshot.requireNode(age.item()).item();
                    return new Age(
                            item.key().toString(),
                            item.title(),
                            item.state().name(),
                            snapshot.findPerson(item.assignee()).map(Person::name).orElse("nobody"),
                            days(age.days()),
                            (int) Math.round(age.days() / most * PERCENT),
                            age.days() > usual);
                })
                .toList();
    }
}
