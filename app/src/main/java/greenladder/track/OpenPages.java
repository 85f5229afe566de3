package greenladder.track;

import greenladder.core.flow.OpenWork;
import greenladder.core.level.Level;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.flow.ItemPasts;
import greenladder.list.FilterLine;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.panel.ItemPanel;
import greenladder.planning.SprintFigures;
import greenladder.track.TrackTable.Cell;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page that tells what is open, now or as it was. */
@Component
public class OpenPages {
    private static final List<String> BY =
            List.of("kind", "assignee", "age", "state", "team", "sprint", "release");

    private final ItemPasts pasts;
    private final FilterLines lines;
    private final SprintFigures figures;

    OpenPages(ItemPasts pasts, FilterLines lines, SprintFigures figures) {
        this.pasts = pasts;
        this.lines = lines;
        this.figures = figures;
    }

    /**
     * @param day on which it was so
     * @param fields what stays as it is when another day is asked for
     */
    public record OpenPage(
            String product,
            String url,
            long operation,
            FilterLine line,
            List<Choice> attributes,
            List<Choice> levels,
            List<Choice> teams,
            String day,
            String today,
            List<Field> fields,
            String words,
            TrackTable table,
            @Nullable ItemPanel panel) {}

    public record Field(String name, String value) {}

    public OpenPage page(
            ViewContext context,
            String by,
            String level,
            String of,
            Optional<LocalDate> asked,
            ListState state) {
        var snapshot = context.snapshot();
        var product = context.product();
        var attribute = OpenWork.isAttribute(by) ? by : BY.getFirst();
        var its =
                product.levels()
                        .find(level)
                        .filter(Level::carriesPoints)
                        .orElseGet(() -> product.levels().stories());
        var team =
                snapshot.workspace().teamsOf(product.code()).stream()
                        .filter(one -> one.key().equals(of))
                        .findFirst()
                        .orElse(null);
        var today = figures.today();
        var day = asked.filter(one -> !one.isAfter(today)).orElse(today);
        var place = new Place(product.code(), attribute, its, team, day, day.equals(today), state);
        var sieve = new Sieve(lines, context, state);
        var rows =
                pasts.read(
                        context.reader(),
                        past ->
                                past.open(
                                        product.code(),
                                        its.key(),
                                        team == null ? null : team.key(),
                                        attribute,
                                        day,
                                        sieve.keys(its)));
        int items = rows.stream().mapToInt(OpenWork::items).sum();
        var points = rows.stream().map(OpenWork::points).reduce(Amount.ZERO, Amount::plus);
        var teams = new ArrayList<Choice>();
        teams.add(new Choice(place.with(null).url(), "All teams", team == null));
        snapshot.workspace()
                .teamsOf(product.code())
                .forEach(one ->
                        teams.add(new Choice(place.with(one).url(), one.name(), one.equals(team))));
        return new OpenPage(
                product.code(),
                place.url(),
                context.operation(),
                sieve.line("open", place.own(), its),
                Named.choices(product, BY, attribute, "By ", one -> place.by(one).url()),
                product.levels().all().stream()
                        .filter(Level::carriesPoints)
                        .map(one -> new Choice(place.on(one).url(), one.plural(), one.equals(its)))
                        .toList(),
                teams,
                day.toString(),
                today.toString(),
                place.fields(),
                "%s open %s, %s points."
                        .formatted(
                                items + " " + Words.lower(items == 1 ? its.name() : its.plural()),
                                place.isNow() ? "now" : "on " + Words.day(day),
                                Words.of(points)),
                table(context, place, rows),
                null);
    }

    /** Where somebody stands. */
    private record Place(
            String product,
            String by,
            Level level,
            @Nullable Team team,
            LocalDate day,
            boolean isNow,
            ListState state) {
        /** The parameters that are the view's own. */
        Map<String, String> own() {
            var own = new LinkedHashMap<String, String>();
            own.put("by", by);
            own.put("level", level.key());
            if (team != null) {
                own.put("of", team.key());
            }
            if (!isNow) {
                own.put("day", day.toString());
            }
            return own;
        }

        /** Everything but the day. */
        List<Field> fields() {
            var fields = new ArrayList<Field>();
            own().forEach((name, value) -> {
                if (!name.equals("day")) {
                    fields.add(new Field(name, value));
                }
            });
            state.parameters()
                    .forEach((name, values) ->
                            values.forEach(value -> fields.add(new Field(name, value))));
            return fields;
        }

        String url() {
            return "/%s/open?%s".formatted(product, state.query(own()));
        }

        Place by(String other) {
            return new Place(product, other, level, team, day, isNow, state);
        }

        Place on(Level other) {
            return new Place(product, by, other, team, day, isNow, state);
        }

        Place with(@Nullable Team other) {
            return new Place(product, by, level, other, day, isNow, state);
        }
    }

    private static TrackTable table(ViewContext context, Place place, List<OpenWork> rows) {
        double most = rows.stream().mapToInt(OpenWork::items).max().orElse(1);
        return new TrackTable(
                "open-work",
                "How much is open",
                TrackTable.heads(
                        Named.capital(Named.attribute(context.product(), place.by())),
                        "",
                        ":Items",
                        ":In progress",
                        ":Points"),
                rows.stream()
                        .map(row ->
                                TrackTable.line(
                                        value(context, place, row),
                                        Cell.bar(row.items(), most),
                                        Cell.figure(Integer.toString(row.items())),
                                        Cell.figure(Integer.toString(row.inProgress())),
                                        Cell.figure(Words.of(row.points()))))
                        .toList());
    }

    /** A value leads to the list of its items, as long as it is told of now. */
    private static Cell value(ViewContext context, Place place, OpenWork row) {
        if (place.by().equals(OpenWork.AGE)) {
            return Cell.text(age(Integer.parseInt(row.value())));
        }
        var name = Named.value(context.snapshot(), context.product(), place.by(), row.value());
        if (!place.isNow()) {
            return Cell.text(name);
        }
        var state = place.state().with(place.by(), List.of(row.value()));
        if (!state.picks().containsKey("category")) {
            state = state.with("category", List.of("to do", "in progress"));
        }
        if (place.team() != null) {
            state = state.with("team", List.of(place.team().key()));
        }
        return Cell.link(
                name,
                "/%s/rank?%s"
                        .formatted(
                                place.product(),
                                state.query(Map.of("level", place.level().key()))));
    }

    private static String age(int span) {
        int from = OpenWork.SPANS.get(span);
        return span + 1 == OpenWork.SPANS.size()
                ? "%d days or older".formatted(from)
                : from == 0
                        ? "less than %d days".formatted(OpenWork.SPANS.get(1))
                        : "%d to %d days".formatted(from, OpenWork.SPANS.get(span + 1) - 1);
    }
}
