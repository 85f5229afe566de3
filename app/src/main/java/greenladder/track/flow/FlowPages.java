package greenladder.track.flow;

import greenladder.core.flow.Flow;
import greenladder.core.level.Level;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.flow.ItemPasts;
import greenladder.list.FilterLines;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.planning.SprintFigures;
import greenladder.track.DayParts;
import greenladder.track.Headline;
import greenladder.track.Plot;
import greenladder.track.Sieve;
import greenladder.track.SprintSide;
import greenladder.view.Choice;
import greenladder.view.SideList;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page that tells how work flowed. */
@Component
public class FlowPages {
    private static final int DAYS_OF_WEEK = 7;
    private static final int MOST_TEAMS = 6;
    private static final double HALF = 0.5;
    private static final double MOST_OF_WORK = 0.85;

    private final ItemPasts pasts;
    private final FilterLines lines;
    private final ItemPanels panels;
    private final SprintFigures sprints;
    private final Clock clock;

    FlowPages(
            ItemPasts pasts,
            FilterLines lines,
            ItemPanels panels,
            SprintFigures sprints,
            Clock clock) {
        this.pasts = pasts;
        this.lines = lines;
        this.panels = panels;
        this.sprints = sprints;
        this.clock = clock;
    }

    /**
     * @param opened what was picked in a chart
     */
    FlowPage page(
            ViewContext context, FlowPlace place, FlowPlace.Opened opened, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var sieve = new Sieve(lines, context, place.state());
        var only = sieve.keys(place.level());
        var flow = flow(context.reader(), place, only);
        var url = place.url() + opened.query();
        var beside = panels.beside(context, url, at);
        var side = side(context, place, only, flow, opened);
        boolean isBeside = side != null || beside.panel() != null;
        return new FlowPage(
                place.product(),
                beside.url(),
                context.operation(),
                controls(context, place, sieve),
                place.points() ? "points" : Words.lower(place.level().plural()),
                headlines(flow, place),
                drawn(
                        context.reader(),
                        new DrawnDays(url, soon(), isBeside),
                        only,
                        () ->
                                FlowCharts.cumulative(
                                        flow, place, opened.day(), Plot.page(isBeside))),
                drawn(
                        context.reader(),
                        new DrawnDots(place.url(), soon(), context.operation(), isBeside),
                        only,
                        () -> CycleDots.of(snapshot, flow, Plot.half(isBeside))),
                FlowCharts.ages(snapshot, flow),
                FlowCharts.weeks(flow, place, Plot.half(isBeside)),
                completed(context, place, isBeside),
                side,
                beside.panel());
    }

    /** What is asked to be drawn: a year has hundreds of days. */
    private record DrawnDays(String url, Instant until, boolean isBeside) {}

    /**
     * The same of thousands of dots.
     *
     * @param operation up to which the titles in it are told
     */
    private record DrawnDots(String url, Instant until, long operation, boolean isBeside) {}

    private <T> @Nullable T drawn(
            SignedIn reader,
            Object asked,
            @Nullable Set<ItemKey> only,
            Supplier<@Nullable T> picture) {
        return only == null
                ? pasts.kept(reader, asked, any -> Optional.ofNullable(picture.get())).orElse(null)
                : picture.get();
    }

    private static FlowPage.Controls controls(ViewContext context, FlowPlace place, Sieve sieve) {
        return new FlowPage.Controls(
                sieve.line("flow", place.own(), place.level()),
                teams(context.snapshot(), place),
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
                        new Choice(place.by(false).url(), "By count", !place.points())));
    }

    private List<Headline> headlines(Flow flow, FlowPlace place) {
        var headlines = new ArrayList<Headline>();
        var today = flow.days().isEmpty() ? null : flow.days().getLast();
        var those =
                flow.ages().size()
                        + " "
                        + Words.lower(
                                flow.ages().size() == 1
                                        ? place.level().name()
                                        : place.level().plural());
        headlines.add(
                Headline.of(
                        "%s in progress"
                                .formatted(today == null ? "0" : Words.of(today.inProgress())),
                        those + (place.team() == null ? "" : " of " + place.team().name())));
        headlines.add(weekly(flow).orElseGet(() -> finished(flow, place)));
        flow.cycle()
                .percentile(MOST_OF_WORK)
                .ifPresent(days ->
                        headlines.add(
                                Headline.of(
                                        Words.days(days) + " or less",
                                        "for 85 % from start to finish; half in "
                                                + Words.days(
                                                        flow.cycle()
                                                                .percentile(HALF)
                                                                .orElse(days)))));
        if (!flow.ages().isEmpty()) {
            var oldest = flow.ages().getFirst();
            headlines.add(
                    new Headline(
                            Words.days(oldest.days()),
                            "the oldest in progress",
                            oldest.item().toString()));
        }
        return headlines;
    }

    private static Headline finished(Flow flow, FlowPlace place) {
        long items = flow.passages().stream().filter(one -> one.finished() != null).count();
        return Headline.of(
                items + " finished",
                "%s in these %d weeks"
                        .formatted(
                                Words.lower(
                                        items == 1 ? place.level().name() : place.level().plural()),
                                place.weeks()));
    }

    /** What whole weeks brought on average; empty where none is over yet. */
    private Optional<Headline> weekly(Flow flow) {
        var today = LocalDate.now(clock);
        var first = flow.days().isEmpty() ? today : flow.days().getFirst().date();
        var whole =
                flow.weeks().stream()
                        .filter(week -> !week.monday().isBefore(first))
                        .filter(week -> !week.monday().plusDays(DAYS_OF_WEEK).isAfter(today))
                        // Weeks before anything was finished tell of no pace.
                        .dropWhile(week -> week.items() == 0)
                        .toList();
        if (whole.isEmpty()) {
            return Optional.empty();
        }
        int items = whole.stream().mapToInt(Flow.Week::items).sum();
        double points = whole.stream().mapToDouble(week -> Plot.number(week.points())).sum();
        return Optional.of(
                Headline.of(
                        mean(items, whole.size()) + " finished a week",
                        "%s points a week; %d to %d items over %s"
                                .formatted(
                                        mean(points, whole.size()),
                                        whole.stream().mapToInt(Flow.Week::items).min().orElse(0),
                                        whole.stream().mapToInt(Flow.Week::items).max().orElse(0),
                                        Words.count(whole.size(), "week"))));
    }

    private static String mean(double sum, int weeks) {
        return Words.score(BigDecimal.valueOf(sum / weeks));
    }

    private @Nullable SideList side(
            ViewContext context,
            FlowPlace place,
            @Nullable Set<ItemKey> only,
            Flow flow,
            FlowPlace.Opened opened) {
        var sprint =
                opened.sprint().isEmpty()
                        ? null
                        : context.snapshot()
                                .workspace()
                                .findSprint(opened.sprint())
                                .filter(one -> isHere(context, place, one))
                                .orElse(null);
        if (sprint != null) {
            return SprintSide.of(
                    context,
                    sprint,
                    sprints.report(context.snapshot(), sprint),
                    SideList.Steps.none(place.url()));
        }
        if (opened.week().isPresent()) {
            return finished(context.snapshot(), flow, place, opened.week().get());
        }
        return opened.day().map(day -> day(context, place, only, day)).orElse(null);
    }

    private static boolean isHere(ViewContext context, FlowPlace place, Sprint sprint) {
        return context.snapshot().workspace().teamsOf(place.product()).stream()
                .anyMatch(team -> team.key().equals(sprint.team()));
    }

    /** What was finished in the week that begins with a day. */
    private SideList finished(Snapshot snapshot, Flow flow, FlowPlace place, LocalDate monday) {
        var rows =
                flow.passages().stream()
                        .filter(one -> one.finished() != null)
                        .filter(one -> snapshot.findNode(one.item()).isPresent())
                        .filter(one -> {
                            var day = LocalDate.ofInstant(one.finished(), clock.getZone());
                            return !day.isBefore(monday)
                                    && day.isBefore(monday.plusDays(DAYS_OF_WEEK));
                        })
                        .map(one ->
                                SideList.Row.of(
                                        snapshot,
                                        one.item(),
                                        one.cycleDays() == null ? "" : Words.days(one.cycleDays()),
                                        Optional.ofNullable(one.size())))
                        .toList();
        var last = monday.plusDays(DAYS_OF_WEEK - 1);
        return new SideList(
                "%s to %s".formatted(Words.shortDay(monday), Words.shortDay(last)),
                "",
                new SideList.Steps(
                        week(place, flow, monday.minusDays(DAYS_OF_WEEK)),
                        week(place, flow, monday.plusDays(DAYS_OF_WEEK)),
                        place.url()),
                List.of(SideList.Part.of("Finished", Integer.toString(rows.size()), rows)),
                null);
    }

    private static String week(FlowPlace place, Flow flow, LocalDate monday) {
        return flow.weeks().stream().anyMatch(one -> one.monday().equals(monday))
                ? place.url() + "&week=" + monday
                : "";
    }

    /** What happened on a day, and what was in progress at its end. */
    private SideList day(
            ViewContext context, FlowPlace place, @Nullable Set<ItemKey> only, LocalDate day) {
        var snapshot = context.snapshot();
        var then = flow(context.reader(), place, only, day, day);
        var took = new HashMap<ItemKey, String>();
        then.passages().stream()
                .filter(one -> one.cycleDays() != null)
                .forEach(one -> took.put(one.item(), Words.days(one.cycleDays())));
        var parts =
                new ArrayList<>(
                        DayParts.of(
                                context,
                                pasts,
                                day,
                                one ->
                                        one.after().level().equals(place.level().key())
                                                && (only == null || only.contains(one.item()))
                                                && (place.team() == null
                                                        || place.team()
                                                                .key()
                                                                .equals(one.after().team())),
                                key -> took.getOrDefault(key, "")));
        var ages =
                then.ages().stream()
                        .filter(age -> snapshot.findNode(age.item()).isPresent())
                        .map(age ->
                                SideList.Row.of(
                                        snapshot,
                                        age.item(),
                                        Words.days(age.days()),
                                        Optional.empty()))
                        .toList();
        if (!ages.isEmpty()) {
            parts.add(
                    SideList.Part.of(
                            "In progress at the end of the day",
                            Integer.toString(ages.size()),
                            ages));
        }
        var today = LocalDate.now(clock);
        return new SideList(
                Words.day(day),
                Words.weekday(day)
                        + then.days().stream().map(FlowPages::stood).findFirst().orElse(""),
                new SideList.Steps(
                        place.url() + "&day=" + day.minusDays(1),
                        day.isBefore(today) ? place.url() + "&day=" + day.plusDays(1) : "",
                        place.url()),
                parts,
                null);
    }

    private static String stood(Flow.Day day) {
        return ": %s done, %s in progress, %s to do"
                .formatted(Words.of(day.done()), Words.of(day.inProgress()), Words.of(day.toDo()));
    }

    private FlowPage.Completed completed(ViewContext context, FlowPlace place, boolean isBeside) {
        var snapshot = context.snapshot();
        var teams =
                place.team() == null
                        ? snapshot.workspace().teamsOf(place.product())
                        : List.of(place.team());
        return new FlowPage.Completed(
                teams.stream()
                        .limit(MOST_TEAMS)
                        .flatMap(team ->
                                VelocityChart.of(
                                        snapshot,
                                        team,
                                        place.team() == null ? place.of(team).url() : "",
                                        Plot.half(isBeside),
                                        sprint ->
                                                place.url()
                                                        + new FlowPlace.Opened(
                                                                        Optional.empty(),
                                                                        Optional.empty(),
                                                                        sprint.key())
                                                                .query())
                                        .stream())
                        .toList(),
                Math.max(0, teams.size() - MOST_TEAMS),
                place.team() == null
                        ? null
                        : SprintsBesideEachOther.of(
                                        snapshot, context.product(), place.team(), sprints)
                                .orElse(null));
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
                                        Words.days(flow.cycle().percentile(HALF).orElse(days)),
                                        Words.days(days)))
                .orElse("%s finished in %d weeks.".formatted(stories, place.weeks()));
    }
}
