package greenladder.track.tables;

import greenladder.core.filter.Breakdown;
import greenladder.core.filter.Breakdown.Group;
import greenladder.core.filter.Facet;
import greenladder.core.filter.Facets;
import greenladder.core.flow.OpenWork;
import greenladder.core.flow.Progress;
import greenladder.core.flow.Progress.Measure;
import greenladder.core.flow.Reopened;
import greenladder.core.flow.Rework;
import greenladder.core.flow.Spending;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.Days;
import greenladder.core.value.ItemKey;
import greenladder.flow.ItemPasts;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.list.Narrowed;
import greenladder.panel.Beside;
import greenladder.panel.ItemPanels;
import greenladder.planning.SprintFigures;
import greenladder.track.DaySpan;
import greenladder.track.OutsideWords;
import greenladder.track.TrackTable;
import greenladder.track.TrackTable.Cell;
import greenladder.track.tables.TablesPage.Row;
import greenladder.view.Choice;
import greenladder.view.SideList;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes tables of the work of a product in groups: finished, open, mended, or all of it. */
@Component
public class TablesPages {
    private static final int USUAL_DAYS = 91;
    private static final int MOST_ROWS = 1_000;

    private final ItemPasts pasts;
    private final FilterLines lines;
    private final ItemPanels panels;
    private final SprintFigures figures;

    TablesPages(ItemPasts pasts, FilterLines lines, ItemPanels panels, SprintFigures figures) {
        this.pasts = pasts;
        this.lines = lines;
        this.panels = panels;
        this.figures = figures;
    }

    /**
     * What somebody asks, as an address has it; empty for what is usual.
     *
     * @param by facets with commas between; {@code none} for no groups
     * @param picks the values of the row that was opened, the outermost first
     */
    public record Asked(
            Question what,
            String by,
            String level,
            String team,
            String day,
            String from,
            String to,
            List<String> picks) {
        public static Asked of(Question what, String by) {
            return new Asked(what, by, "", "", "", "", "", List.of());
        }
    }

    public TablesPage page(
            ViewContext context, Asked asked, ListState state, @Nullable ItemKey at) {
        var product = context.product();
        var narrowed =
                lines.narrowed(context.snapshot(), List.of(product), state, context.reader());
        var place = place(context, narrowed, asked, state);
        var picked = asked.picks().isEmpty() ? place.url() : place.picking(asked.picks());
        var beside = panels.beside(context, picked, at);
        var found = new Found(context, narrowed, place);
        return isPast(place)
                ? past(context, narrowed, place, found, beside)
                : place.question() == Question.MENDED
                        ? mended(context, narrowed, place, found, asked.picks(), beside)
                        : now(context, narrowed, place, found, asked.picks(), beside);
    }

    private TablePlace place(ViewContext context, Narrowed narrowed, Asked asked, ListState state) {
        var product = context.product();
        var today = figures.today();
        var question = asked.what();
        var by = asked.by().isEmpty() ? question.usual() : asked.by();
        var groups = TableGroups.known(narrowed, question, List.of(by.split(",")));
        var level =
                product.levels()
                        .find(asked.level())
                        .filter(one -> question != Question.OPEN || one.carriesPoints())
                        .orElseGet(() -> product.levels().stories());
        var team =
                context.snapshot().workspace().teamsOf(product.code()).stream()
                        .filter(one -> one.key().equals(asked.team()))
                        .findFirst()
                        .orElse(null);
        var day = Days.parse(asked.day().strip()).filter(one -> one.isBefore(today)).orElse(null);
        var span =
                DaySpan.of(
                        asked.from(),
                        asked.to(),
                        USUAL_DAYS,
                        today,
                        "/%s/tables".formatted(product.code()));
        if (question == Question.OPEN) {
            boolean isOfThen = day != null || groups.contains(OpenWork.AGE);
            groups =
                    isOfThen
                            ? groups.stream().filter(OpenWork::isAttribute).limit(1).toList()
                            : groups;
            groups = groups.isEmpty() ? List.of(question.usual()) : groups;
        }
        return new TablePlace(product, question, groups, level, team, day, span, state);
    }

    /** Whether it is told as it was at the end of a day, which says no items. */
    private static boolean isPast(TablePlace place) {
        return place.question() == Question.OPEN
                && (place.day() != null || place.groups().contains(OpenWork.AGE));
    }

    /** The items that are asked about: all of the question's, and those that are found. */
    private record Found(List<Node> all, List<Node> found) {
        Found(ViewContext context, Narrowed narrowed, TablePlace place) {
            this(narrowed, all(context.snapshot(), place));
        }

        private Found(Narrowed narrowed, List<Node> all) {
            this(all, narrowed.isNarrow() ? all.stream().filter(narrowed::finds).toList() : all);
        }

        private static List<Node> all(Snapshot snapshot, TablePlace place) {
            if (place.question().hasSpan()) {
                var span = place.span();
                return Spending.finished(snapshot, place.product(), span.from(), span.to());
            }
            var live = snapshot.inOrder(place.product(), place.level()).live();
            return place.question() == Question.ALL
                    ? List.copyOf(live)
                    : live.stream().filter(isOpen(place)).toList();
        }

        private static Predicate<Node> isOpen(TablePlace place) {
            var team = place.team() == null ? null : place.team().key();
            return node ->
                    node.rollUp().category() != Category.DONE
                            && (team == null || team.equals(node.item().team()));
        }
    }

    private TablesPage now(
            ViewContext context,
            Narrowed narrowed,
            TablePlace place,
            Found found,
            List<String> picks,
            Beside beside) {
        var facets = facets(narrowed, place);
        var nodes = found.found();
        var groups = Breakdown.of(facets, nodes, node -> node);
        var all = TableSums.of(nodes);
        var words = new ArrayList<String>();
        words.add(words(place, all, nodes.size()));
        if (place.question() == Question.ALL && !narrowed.isNarrow()) {
            words.add(
                    OutsideWords.of(
                            Progress.outside(
                                    context.snapshot(),
                                    place.product(),
                                    place.level(),
                                    Measure.POINTS),
                            place.level(),
                            Measure.POINTS));
        }
        var rows = new Rows<Node>(place, picks, all, TableSums::of);
        return drawn(
                context,
                narrowed,
                place,
                found,
                words,
                rows.of(groups),
                null,
                Breakdown.find(groups, picks)
                        .map(group ->
                                TableSides.of(context.snapshot(), place, facets, picks, group))
                        .orElse(null),
                beside);
    }

    private TablesPage mended(
            ViewContext context,
            Narrowed narrowed,
            TablePlace place,
            Found found,
            List<String> picks,
            Beside beside) {
        var snapshot = context.snapshot();
        var rework = Rework.among(snapshot, found.found());
        var reopened = reopened(context, narrowed, place);
        var groups = Breakdown.of(facets(narrowed, place), rework, Rework::origin);
        var rows =
                new Rows<Rework>(
                        place,
                        picks,
                        TableSums.of(bugs(rework)),
                        those -> TableSums.of(bugs(those)));
        return drawn(
                context,
                narrowed,
                place,
                found,
                mendedWords(Spending.sum(found.found()), rework, reopened),
                rows.of(groups),
                reopened(snapshot, reopened),
                Breakdown.find(groups, picks)
                        .map(group -> TableSides.ofMended(snapshot, place, group))
                        .orElse(null),
                beside);
    }

    private static List<Node> bugs(Collection<Rework> rework) {
        return rework.stream().map(Rework::bug).distinct().toList();
    }

    /** At the end of a day: what was open then is counted, and not known item by item. */
    private TablesPage past(
            ViewContext context, Narrowed narrowed, TablePlace place, Found found, Beside beside) {
        var day = place.day() == null ? figures.today() : place.day();
        var by = place.groups().getFirst();
        var only =
                narrowed.isNarrow()
                        ? context.snapshot().level(place.product(), place.level()).stream()
                                .filter(narrowed::finds)
                                .map(node -> node.item().key())
                                .collect(Collectors.toSet())
                        : null;
        var open =
                pasts.read(
                        context.reader(),
                        past ->
                                past.open(
                                        place.product().code(),
                                        place.level().key(),
                                        place.team() == null ? null : place.team().key(),
                                        by,
                                        day,
                                        only));
        var past = new PastRows(context.snapshot(), place, by, open);
        return drawn(
                context,
                narrowed,
                place,
                found,
                List.of(
                        "%s open %s, %s points."
                                .formatted(
                                        past.items()
                                                + " "
                                                + Words.lower(
                                                        past.items() == 1
                                                                ? place.level().name()
                                                                : place.level().plural()),
                                        place.day() == null ? "now" : "on " + Words.day(day),
                                        Words.of(past.points()))),
                past.rows(),
                null,
                null,
                beside);
    }

    private TablesPage drawn(
            ViewContext context,
            Narrowed narrowed,
            TablePlace place,
            Found found,
            List<String> words,
            List<Row> rows,
            @Nullable TrackTable reopened,
            @Nullable SideList side,
            Beside beside) {
        return new TablesPage(
                place.product().code(),
                beside.url(),
                context.operation(),
                controls(context, narrowed, place, found),
                words.stream().map(String::strip).filter(one -> !one.isEmpty()).toList(),
                isPast(place) ? PastRows.HEADS : TableSums.heads(place.question()),
                rows.size() > MOST_ROWS ? List.copyOf(rows.subList(0, MOST_ROWS)) : rows,
                rows.size() > MOST_ROWS,
                reopened,
                side,
                beside.panel());
    }

    /** What lists are grouped by, for what a figure was once summed up by. */
    public static String facet(Product product, String attribute) {
        return attribute.equals("risk")
                ? "custom.risk"
                : Spending.ATTRIBUTES.contains(attribute)
                                || product.levels().find(attribute).isEmpty()
                        ? attribute
                        : Facets.IN + attribute;
    }

    /** How the first column of a table is headed. */
    public String head(ViewContext context, ListState state, String by) {
        return TableGroups.head(
                lines.narrowed(
                        context.snapshot(), List.of(context.product()), state, context.reader()),
                by);
    }

    private TablesPage.Controls controls(
            ViewContext context, Narrowed narrowed, TablePlace place, Found found) {
        var question = place.question();
        return new TablesPage.Controls(
                lines.line(
                        narrowed,
                        "tables",
                        place.own(),
                        context.reader(),
                        found.found(),
                        found.all()),
                Arrays.stream(Question.values())
                        .map(one ->
                                new Choice(place.asking(one).url(), one.words(), one == question))
                        .toList(),
                TableGroups.choices(narrowed, place, isPast(place)),
                question.hasSpan() ? List.of() : levels(place),
                question == Question.OPEN ? teams(context.snapshot(), place) : List.of(),
                question.hasSpan() ? place.span().with(place.kept()) : null,
                question == Question.OPEN
                        ? new TablesPage.OneDay(
                                "/%s/tables".formatted(place.product().code()),
                                (place.day() == null ? figures.today() : place.day()).toString(),
                                figures.today().toString(),
                                place.kept())
                        : null);
    }

    private static List<Choice> levels(TablePlace place) {
        return place.product().levels().all().stream()
                .filter(one -> place.question() != Question.OPEN || one.carriesPoints())
                .map(one ->
                        new Choice(place.on(one).url(), one.plural(), one.equals(place.level())))
                .toList();
    }

    private static List<Choice> teams(Snapshot snapshot, TablePlace place) {
        var teams = new ArrayList<Choice>();
        teams.add(new Choice(place.with((Team) null).url(), "All teams", place.team() == null));
        snapshot.workspace()
                .teamsOf(place.product().code())
                .forEach(one ->
                        teams.add(
                                new Choice(
                                        place.with(one).url(),
                                        one.name(),
                                        one.equals(place.team()))));
        return teams;
    }

    private static List<Facet> facets(Narrowed narrowed, TablePlace place) {
        return place.groups().stream()
                .flatMap(id -> TableGroups.find(narrowed, id).stream())
                .toList();
    }

    private static String words(TablePlace place, TableSums all, int count) {
        Level level = place.level();
        var those =
                "%d %s".formatted(count, Words.lower(count == 1 ? level.name() : level.plural()));
        return switch (place.question()) {
            case FINISHED, MENDED ->
                    count == 0
                            ? "Nothing was finished in these days."
                            : "%s finished in these days: %s points, %s hours worked."
                                    .formatted(
                                            Words.count(count, "item"),
                                            Words.of(all.points()),
                                            Words.of(all.hours()));
            case OPEN -> "%s open now, %s points.".formatted(those, Words.of(all.open()));
            case ALL ->
                    "%d of %s done, %s of %s points."
                            .formatted(
                                    all.done(),
                                    those,
                                    Words.of(all.pointsDone()),
                                    Words.of(all.points()));
        };
    }

    private List<Reopened> reopened(ViewContext context, Narrowed narrowed, TablePlace place) {
        var snapshot = context.snapshot();
        var span = place.span();
        return pasts
                .read(
                        context.reader(),
                        past ->
                                Reopened.between(
                                        past, place.product().code(), span.from(), span.to()))
                .stream()
                .filter(one ->
                        snapshot.findNode(one.item())
                                .filter(node -> !node.rollUp().hasPointChildren())
                                .filter(node -> !narrowed.isNarrow() || narrowed.finds(node))
                                .isPresent())
                .toList();
    }

    private static List<String> mendedWords(
            Spending.Row all, List<Rework> rework, List<Reopened> reopened) {
        var sum = Rework.sum(rework);
        var words = new ArrayList<String>();
        words.add(
                sum.items() == 0
                        ? "Nothing that was finished in these days mended other work."
                        : "%s of %s points finished in these days mended what had been called done%s."
                                .formatted(
                                        Words.of(sum.points()),
                                        Words.of(all.points()),
                                        all.points().thousandths() == 0
                                                ? ""
                                                : ", "
                                                        + Words.percent(
                                                                (double) sum.points().thousandths()
                                                                        / all.points()
                                                                                .thousandths())));
        var same = rework.stream().filter(Rework::isOfSameSprint).toList();
        if (!same.isEmpty()) {
            words.add(
                    "%s mended work of the very sprint they were done in: %s points."
                            .formatted(
                                    Words.count(Rework.sum(same).items(), "item"),
                                    Words.of(Rework.sum(same).points())));
        }
        if (!reopened.isEmpty()) {
            words.add(
                    "%s reopened after being done."
                            .formatted(Words.count(reopened.size(), "item")));
        }
        return words;
    }

    private static @Nullable TrackTable reopened(Snapshot snapshot, List<Reopened> reopened) {
        return reopened.isEmpty()
                ? null
                : new TrackTable(
                        "reopened",
                        "What was reopened, what happened most often first",
                        TrackTable.heads("Item", "State now", ":Times", ":Had been done for"),
                        reopened.stream()
                                .map(one -> {
                                    var item = snapshot.requireNode(one.item()).item();
                                    return TrackTable.line(
                                            Cell.item(item.key().toString(), item.title()),
                                            Cell.text(item.state().name()),
                                            Cell.figure(Integer.toString(one.times())),
                                            Cell.figure(Words.days(one.afterDays())));
                                })
                                .toList());
    }

    /** Rows of groups, what is biggest first unless values have an order that tells more. */
    private record Rows<T>(
            TablePlace place,
            List<String> picks,
            TableSums all,
            Function<List<T>, TableSums> sums) {

        List<Row> of(List<Group<T>> groups) {
            double most =
                    groups.stream()
                            .mapToDouble(one -> sums.apply(one.things()).length(place.question()))
                            .max()
                            .orElse(0);
            var rows = new ArrayList<Row>();
            add(rows, groups, List.of(), most);
            return rows;
        }

        private void add(List<Row> rows, List<Group<T>> groups, List<String> above, double most) {
            record Summed<G>(G group, TableSums sums) {}
            var question = place.question();
            var summed =
                    groups.stream()
                            .map(group -> new Summed<>(group, sums.apply(group.things())))
                            .toList();
            var sorted =
                    question == Question.ALL
                            ? summed
                            : summed.stream()
                                    .sorted(
                                            Comparator.comparingDouble(
                                                    one -> -one.sums().length(question)))
                                    .toList();
            for (var one : sorted) {
                if (rows.size() > MOST_ROWS) {
                    return;
                }
                var values = new ArrayList<>(above);
                values.add(one.group().value());
                rows.add(
                        new Row(
                                above.size(),
                                place.groups().get(above.size()).equals(TableGroups.ITEM)
                                        ? one.group().value()
                                        : "",
                                one.group().words(),
                                place.picking(values),
                                values.equals(picks),
                                one.sums().bar(question, most),
                                one.sums().figures(question, all)));
                add(rows, one.group().parts(), values, most);
            }
        }
    }
}
