package greenladder.track;

import greenladder.chart.Axis;
import greenladder.chart.Axis.Tick;
import greenladder.core.flow.Flow;
import greenladder.core.item.Amount;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.Person;
import greenladder.core.item.Team;
import greenladder.core.plan.StoryMap;
import greenladder.core.snapshot.Snapshot;
import greenladder.flow.ItemPasts;
import greenladder.item.Look;
import greenladder.panel.ItemPanels;
import greenladder.track.FlowPage.Age;
import greenladder.track.FlowPage.Choice;
import greenladder.track.FlowPage.Cumulative;
import greenladder.track.FlowPage.Cycles;
import greenladder.track.FlowPage.Day;
import greenladder.track.FlowPage.Dot;
import greenladder.track.FlowPage.Label;
import greenladder.track.FlowPage.Line;
import greenladder.track.FlowPage.Row;
import greenladder.track.FlowPage.Week;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page that tells how work flowed. */
@Component
class FlowPages {
    private static final List<Integer> WEEKS = List.of(4, 13, 26, 52, 156);
    private static final int USUAL_WEEKS = 13;
    private static final int DAYS_OF_WEEK = 7;
    private static final int MOST_DATES = 7;
    private static final int MOST_AGES = 30;
    private static final double HALF = 0.5;
    private static final double MOST_OF_WORK = 0.85;
    private static final int PERCENT = 100;

    private final ItemPasts pasts;
    private final ItemPanels panels;
    private final Clock clock;

    FlowPages(ItemPasts pasts, ItemPanels panels, Clock clock) {
        this.pasts = pasts;
        this.panels = panels;
        this.clock = clock;
    }

    /**
     * Where somebody stands.
     *
     * @param team null for all
     */
    record Place(String product, @Nullable Team team, Level level, int weeks, boolean points) {
        String url() {
            return "/%s/flow?weeks=%d&level=%s&by=%s%s"
                    .formatted(
                            product,
                            weeks,
                            level.key(),
                            points ? "points" : "count",
                            team == null ? "" : "&of=" + team.key());
        }

        Place of(@Nullable Team other) {
            return new Place(product, other, level, weeks, points);
        }

        Place of(Level other) {
            return new Place(product, team, other, weeks, points);
        }

        Place over(int other) {
            return new Place(product, team, level, other, points);
        }

        Place by(boolean other) {
            return new Place(product, team, level, weeks, other);
        }
    }

    Place place(Look look, String team, String level, int weeks, String by) {
        var product = look.product();
        return new Place(
                product.code(),
                look.snapshot().workspace().teamsOf(product.code()).stream()
                        .filter(one -> one.key().equals(team))
                        .findFirst()
                        .orElse(null),
                product.levels()
                        .find(level)
                        .filter(Level::carriesPoints)
                        .orElseGet(() -> StoryMap.stories(product)),
                WEEKS.contains(weeks) ? weeks : USUAL_WEEKS,
                !by.equals("count"));
    }

    FlowPage page(Look look, Place place, @Nullable ItemKey at) {
        var snapshot = look.snapshot();
        var today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        var flow =
                Flow.of(
                        pasts.of(place.product()),
                        new Flow.Query(
                                today.minusDays((long) place.weeks() * DAYS_OF_WEEK - 1),
                                today,
                                place.level().key(),
                                place.team() == null ? null : place.team().key(),
                                place.points(),
                                ZoneOffset.UTC,
                                clock.instant()));
        boolean isThere = at != null && snapshot.findNode(at).isPresent();
        return new FlowPage(
                place.product(),
                isThere ? place.url() + "&at=" + at : place.url(),
                look.operation(),
                teams(snapshot, place),
                look.product().levels().all().stream()
                        .filter(Level::carriesPoints)
                        .map(level ->
                                new Choice(
                                        place.of(level).url(),
                                        level.plural(),
                                        level.equals(place.level())))
                        .toList(),
                WEEKS.stream()
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
                cumulative(flow, place),
                cycles(snapshot, flow),
                weeks(flow),
                ages(snapshot, flow),
                isThere
                        ? panels.of(
                                Objects.requireNonNull(at),
                                look.reader(),
                                one -> place.url() + "&at=" + one.key())
                        : null);
    }

    private static List<Choice> teams(Snapshot snapshot, Place place) {
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

    private static String words(Flow flow, Place place) {
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

    private static String days(double days) {
        return days < 1
                ? "a day"
                : String.format(Locale.ROOT, "%.1f", days).replaceAll("\\.0$", "") + " days";
    }

    private static @Nullable Cumulative cumulative(Flow flow, Place place) {
        var days = flow.days();
        double most = days.stream().mapToDouble(day -> number(day.scope())).max().orElse(0);
        if (days.size() < 2 || most == 0) {
            return null;
        }
        var across =
                Axis.linear(0, days.size() - 1.0, FlowPage.LEFT, FlowPage.WIDTH - FlowPage.RIGHT);
        var up = Axis.linear(0, most, FlowPage.BOTTOM, FlowPage.TOP);
        Function<Flow.Day, Double> done = day -> number(day.done());
        Function<Flow.Day, Double> begun = day -> done.apply(day) + number(day.inProgress());
        Function<Flow.Day, Double> all = day -> number(day.scope());
        var last = days.getLast();
        return new Cumulative(
                FlowPage.WIDTH,
                FlowPage.HEIGHT,
                FlowPage.BOTTOM,
                FlowPage.WIDTH - FlowPage.RIGHT,
                dates(days.getFirst().date(), days.size(), across),
                up.ticks(Words::score),
                area(days, any -> 0.0, done, across, up),
                area(days, done, begun, across, up),
                area(days, begun, all, across, up),
                apart(
                        List.of(
                                new Label(up.at(done.apply(last) / 2), "done"),
                                new Label(
                                        up.at((done.apply(last) + begun.apply(last)) / 2),
                                        "in progress"),
                                new Label(
                                        up.at((begun.apply(last) + all.apply(last)) / 2),
                                        "to do"))),
                days.reversed().stream()
                        .map(day ->
                                new Day(
                                        Words.day(day.date()),
                                        Words.of(day.toDo()),
                                        Words.of(day.inProgress()),
                                        Words.of(day.done()),
                                        Words.of(day.scope())))
                        .toList());
    }

    /** Labels that would stand on each other make room, upwards. */
    private static List<Label> apart(List<Label> labels) {
        var placed = new ArrayList<Label>();
        int above = FlowPage.HEIGHT;
        for (var label : labels) {
            int y = Math.min(label.y() + 4, above - 14);
            placed.add(new Label(y, label.text()));
            above = y;
        }
        return placed;
    }

    private static String area(
            List<Flow.Day> days,
            Function<Flow.Day, Double> from,
            Function<Flow.Day, Double> to,
            Axis across,
            Axis up) {
        var path = new StringBuilder("M");
        for (int i = 0; i < days.size(); i++) {
            path.append(across.at(i)).append(' ').append(up.at(to.apply(days.get(i)))).append(" L");
        }
        for (int i = days.size() - 1; i >= 0; i--) {
            path.append(across.at(i)).append(' ').append(up.at(from.apply(days.get(i))));
            path.append(i == 0 ? " Z" : " L");
        }
        return path.toString();
    }

    /** A few days written below, as far apart as they need to be. */
    private static List<Tick> dates(LocalDate first, int days, Axis across) {
        int step = Math.max(1, (days + MOST_DATES - 1) / MOST_DATES);
        var ticks = new ArrayList<Tick>();
        for (int i = 0; i < days; i += step) {
            ticks.add(
                    new Tick(
                            across.at(i), Words.day(first.plusDays(i)).replaceAll(" \\d{4}$", "")));
        }
        return ticks;
    }

    private static @Nullable Cycles cycles(Snapshot snapshot, Flow flow) {
        var finished =
                flow.passages().stream()
                        .filter(one -> one.finished() != null && one.cycleDays() != null)
                        .sorted(
                                Comparator.comparing((Flow.Passage one) ->
                                                Objects.requireNonNull(one.finished()))
                                        .reversed())
                        .toList();
        if (finished.isEmpty() || flow.days().size() < 2) {
            return null;
        }
        var first = flow.days().getFirst().date();
        double most = Math.max(1, Collections.max(flow.cycle().sorted()));
        var across =
                Axis.linear(0, flow.days().size(), FlowPage.LEFT, FlowPage.WIDTH - FlowPage.RIGHT);
        var up = Axis.linear(0, most, FlowPage.BOTTOM, FlowPage.TOP);
        return new Cycles(
                FlowPage.WIDTH,
                FlowPage.HEIGHT,
                FlowPage.BOTTOM,
                FlowPage.WIDTH - FlowPage.RIGHT,
                dates(first, flow.days().size(), across),
                up.ticks(Words::score),
                finished.stream()
                        .map(one ->
                                new Dot(
                                        one.item().toString(),
                                        across.at(place(one, first)),
                                        up.at(Objects.requireNonNull(one.cycleDays())),
                                        "%s, %s: %s"
                                                .formatted(
                                                        one.item(),
                                                        title(snapshot, one.item()),
                                                        days(
                                                                Objects.requireNonNull(
                                                                        one.cycleDays())))))
                        .toList(),
                List.of(line(flow, HALF, "half", up), line(flow, MOST_OF_WORK, "85 %", up)),
                finished.stream().map(one -> row(snapshot, one)).toList());
    }

    private static double place(Flow.Passage one, LocalDate first) {
        return Objects.requireNonNull(one.finished())
                        .atZone(ZoneOffset.UTC)
                        .toLocalDate()
                        .toEpochDay()
                - first.toEpochDay()
                + HALF;
    }

    private static Line line(Flow flow, double share, String words, Axis up) {
        double days = flow.cycle().percentile(share).orElse(0.0);
        return new Line(up.at(days), "%s: %s".formatted(words, days(days)));
    }

    private static Row row(Snapshot snapshot, Flow.Passage one) {
        return new Row(
                one.item().toString(),
                title(snapshot, one.item()),
                Words.day(
                        LocalDate.ofInstant(
                                Objects.requireNonNull(one.finished()), ZoneOffset.UTC)),
                days(Objects.requireNonNull(one.cycleDays())),
                one.leadDays() == null ? "" : days(one.leadDays()),
                one.reopened() == 0 ? "" : Words.count(one.reopened(), "time"));
    }

    private static String title(Snapshot snapshot, ItemKey key) {
        return snapshot.findItem(key).map(item -> item.title()).orElse("");
    }

    private static List<Week> weeks(Flow flow) {
        int most = flow.weeks().stream().mapToInt(Flow.Week::items).max().orElse(0);
        return flow.weeks().reversed().stream()
                .map(week ->
                        new Week(
                                "from " + Words.day(week.monday()),
                                Integer.toString(week.items()),
                                Words.of(week.points()),
                                most == 0 ? 0 : week.items() * PERCENT / most))
                .toList();
    }

    private static List<Age> ages(Snapshot snapshot, Flow flow) {
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

    private static double number(Amount amount) {
        BigDecimal number = amount.toDecimal();
        return number.doubleValue();
    }
}
