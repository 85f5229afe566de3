package greenladder.track;

import greenladder.core.flow.Spending;
import greenladder.core.flow.Spending.Row;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.list.FilterLine;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.panel.ItemPanel;
import greenladder.panel.ItemPanels;
import greenladder.planning.SprintFigures;
import greenladder.track.TrackTable.Cell;
import greenladder.track.TrackTable.Line;
import greenladder.view.ViewContext;
import greenladder.web.Words;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;

/** Makes the page that tells what finished work was spent on. */
@Component
public class SpendingPages {
    private static final int USUAL_DAYS = 91;
    private static final int MOST = 500;

    private final FilterLines lines;
    private final ItemPanels panels;
    private final SprintFigures figures;

    SpendingPages(FilterLines lines, ItemPanels panels, SprintFigures figures) {
        this.lines = lines;
        this.panels = panels;
        this.figures = figures;
    }

    /**
     * @param items those of the value that was opened; null where none was
     */
    public record SpendingPage(
            String product,
            String url,
            long operation,
            FilterLine line,
            List<Choice> first,
            List<Choice> second,
            DaySpan span,
            String words,
            TrackTable table,
            @Nullable DayStory items,
            @Nullable ItemPanel panel) {}

    public SpendingPage page(
            ViewContext context,
            String from,
            String to,
            String by,
            String then,
            @Nullable String value,
            @Nullable String part,
            ListState state,
            @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var first = Spending.isAttribute(product, by) ? by : "kind";
        var second = Spending.isAttribute(product, then) && !then.equals(first) ? then : "";
        var span =
                DaySpan.of(
                                from,
                                to,
                                USUAL_DAYS,
                                figures.today(),
                                "/%s/spending".formatted(product.code()))
                        .with("by", first)
                        .with("then", second)
                        .with(state.parameters());
        var sieve = new Sieve(lines, context, state);
        var all = Spending.finished(snapshot, product, span.from(), span.to());
        var nodes = sieve.of(all);
        var rows = Spending.by(snapshot, product, nodes, first, second.isEmpty() ? null : second);
        var place = new Place(product.code(), span, first, second, state);
        var opened =
                place.url()
                        + (value == null ? "" : "&of=" + encoded(value))
                        + (part == null ? "" : "&part=" + encoded(part));
        var beside = panels.beside(context, opened, at);
        return new SpendingPage(
                product.code(),
                beside.url(),
                context.operation(),
                sieve.line("spending", place.own(), nodes, all),
                Named.choices(
                        product, attributes(product), first, "By ", one -> place.by(one).url()),
                Named.choices(
                        product,
                        Stream.concat(Stream.of(""), attributes(product).stream())
                                .filter(one -> !one.equals(first))
                                .toList(),
                        second,
                        "then by ",
                        one -> place.then(one).url()),
                span,
                words(nodes),
                table(context, place, rows),
                value == null ? null : items(context, nodes, place, value, part),
                beside.panel());
    }

    private static String encoded(String text) {
        return UriUtils.encode(text, StandardCharsets.UTF_8);
    }

    private record Place(String product, DaySpan span, String by, String then, ListState state) {
        /** The parameters that are the view's own. */
        Map<String, String> own() {
            var own = span.own();
            own.put("by", by);
            if (!then.isEmpty()) {
                own.put("then", then);
            }
            return own;
        }

        String url() {
            return "/%s/spending?%s".formatted(product, state.query(own()));
        }

        Place by(String other) {
            return new Place(product, span, other, then.equals(other) ? "" : then, state);
        }

        Place then(String other) {
            return new Place(product, span, by, other, state);
        }
    }

    /** Levels above stories are attributes as well. */
    private static List<String> attributes(Product product) {
        var stories = product.levels().stories();
        return Stream.concat(
                        Spending.ATTRIBUTES.stream().filter(one -> !one.equals("item")),
                        product.levels().all().stream()
                                .filter(level -> level.isAbove(stories))
                                .map(Level::key))
                .toList();
    }

    private static String words(List<Node> nodes) {
        var sum = Spending.sum(nodes);
        return nodes.isEmpty()
                ? "Nothing was finished in these days."
                : "%s finished in these days: %s points, %s hours put in."
                        .formatted(
                                Words.count(sum.items(), "item"),
                                Words.of(sum.points()),
                                Words.of(sum.hours()));
    }

    private static TrackTable table(ViewContext context, Place place, List<Row> rows) {
        double most = rows.stream().mapToLong(row -> row.points().thousandths()).max().orElse(1);
        double all = rows.stream().mapToLong(row -> row.points().thousandths()).sum();
        var lines = new ArrayList<Line>();
        for (var row : rows) {
            lines.add(
                    new Line(
                            cells(
                                    context,
                                    row,
                                    place.by(),
                                    place.url() + "&of=" + encoded(row.value()),
                                    most,
                                    all),
                            false));
            for (var part : row.parts()) {
                lines.add(
                        new Line(
                                cells(
                                        context,
                                        part,
                                        place.then(),
                                        "%s&of=%s&part=%s"
                                                .formatted(
                                                        place.url(),
                                                        encoded(row.value()),
                                                        encoded(part.value())),
                                        most,
                                        all),
                                true));
            }
        }
        return new TrackTable(
                "spending",
                "What finished work was spent on",
                TrackTable.heads(
                        Named.capital(Named.attribute(context.product(), place.by())),
                        "",
                        ":Points",
                        ":Share",
                        ":Items",
                        ":Hours"),
                lines);
    }

    private static List<Cell> cells(
            ViewContext context, Row row, String attribute, String url, double most, double all) {
        double points = row.points().thousandths();
        return List.of(
                Cell.link(
                        Named.value(context.snapshot(), context.product(), attribute, row.value()),
                        url),
                Cell.bar(points, most),
                Cell.figure(Words.of(row.points())),
                Cell.figure(all == 0 ? "" : Words.percent(points / all)),
                Cell.figure(Integer.toString(row.items())),
                Cell.figure(Words.of(row.hours())));
    }

    private static DayStory items(
            ViewContext context,
            List<Node> nodes,
            Place place,
            String value,
            @Nullable String part) {
        var snapshot = context.snapshot();
        var product = context.product();
        var those = Spending.with(snapshot, product, nodes, place.by(), value);
        if (part != null && !place.then().isEmpty()) {
            those = Spending.with(snapshot, product, those, place.then(), part);
        }
        var name = Named.value(snapshot, product, place.by(), value);
        return new DayStory(
                "%s: %s%s"
                        .formatted(
                                Named.capital(Named.attribute(product, place.by())),
                                name,
                                part == null
                                        ? ""
                                        : ", "
                                                + Named.value(
                                                        snapshot, product, place.then(), part)),
                new TrackTable(
                        "spending-items",
                        "Finished items, the latest first",
                        TrackTable.heads("Item", "Finished", ":Points", ":Hours"),
                        those.stream()
                                .sorted(
                                        Comparator.comparing((Node node) ->
                                                        Objects.requireNonNull(
                                                                node.item().times().finishedAt()))
                                                .reversed())
                                .limit(MOST)
                                .map(node -> line(snapshot, node))
                                .toList()));
    }

    private static Line line(Snapshot snapshot, Node node) {
        var item = node.item();
        return TrackTable.line(
                Cell.item(item.key().toString(), item.title()),
                Cell.text(
                        Words.day(
                                snapshot.workspace()
                                        .dayOf(Objects.requireNonNull(item.times().finishedAt())))),
                Cell.figure(Words.of(node.rollUp().effective())),
                Cell.figure(Words.of(node.rollUp().hoursInvested())));
    }
}
