package greenladder.breakdown;

import greenladder.breakdown.OutlinePage.Cell;
import greenladder.breakdown.OutlinePage.Crumb;
import greenladder.breakdown.OutlinePage.LevelChoice;
import greenladder.breakdown.OutlinePage.Row;
import greenladder.breakdown.OutlineRows.OpenRow;
import greenladder.core.item.Amount;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Level;
import greenladder.core.item.Product;
import greenladder.core.ladder.Ladder;
import greenladder.core.ladder.Node;
import greenladder.core.rollup.RollUp;
import greenladder.item.Rights;
import greenladder.panel.ItemPanels;
import greenladder.panel.Labels;
import greenladder.people.Preferences;
import greenladder.people.SignedIn;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the outline of a product, or of what stands under one item. */
@Component
class OutlinePages {
    /** In pixels; the style sheet says the same. */
    static final int ROW_HEIGHT = 30;

    /** Drawn at once: what fits into a tall window, and as much before and after it. */
    private static final int DRAWN = 120;

    private static final int STEM_WIDTH = 96;

    private final Rights rights;
    private final ItemPanels panels;
    private final Preferences preferences;

    OutlinePages(Rights rights, ItemPanels panels, Preferences preferences) {
        this.rights = rights;
        this.panels = panels;
        this.preferences = preferences;
    }

    static String preference(String product) {
        return "outline." + product;
    }

    OutlinePage page(
            Ladder ladder,
            Product product,
            OutlinePlace place,
            SignedIn reader,
            boolean panelKept) {
        var columns =
                new OutlineColumns(
                        product, preferences.find(reader, preference(product.code())).orElse(null));
        var outline = OutlineRows.of(ladder, place);
        var all = outline.all();
        int from = Math.clamp(place.from(), 0, Math.max(0, all.size() - DRAWN));
        int to = Math.min(all.size(), from + DRAWN);
        var maker = new RowMaker(ladder, product, place, reader, columns.shown());
        long loose = looseCount(ladder, product);
        var at = place.panel() ? place.at() : null;
        return new OutlinePage(
                product.code(),
                place.url(),
                place.under() == null ? "" : place.under().toString(),
                path(ladder, product, place),
                levels(product, place),
                columns.heads(),
                columns.titleWidth(),
                columns.choices(),
                from,
                all.size(),
                from * ROW_HEIGHT,
                (all.size() - to) * ROW_HEIGHT,
                all.subList(from, to).stream().map(maker::row).toList(),
                Words.count(all.size(), "row"),
                totals(columns.shown(), outline.tops()),
                droppedWords(ladder, place),
                place.withDropped(!place.dropped()).url(),
                rights.mayShape(reader, product.code(), product.levels().top()),
                loose == 0 ? "" : Words.count(loose, "loose item"),
                place.panel(),
                place.withPanel(!place.panel()).url(),
                at != null && !panelKept
                        ? panels.of(at, reader, item -> place.at(item.key()).url())
                        : null,
                at != null && panelKept);
    }

    private static long looseCount(Ladder ladder, Product product) {
        return LooseTrayController.loose(ladder, product).count();
    }

    private static String droppedWords(Ladder ladder, OutlinePlace place) {
        if (place.dropped()) {
            return "Hide what is dropped";
        }
        var tops =
                place.under() == null
                        ? ladder.roots(place.product())
                        : List.of(ladder.requireNode(place.under()));
        return tops.stream().anyMatch(OutlinePages::hasDropped) ? "Show what is dropped" : "";
    }

    private static boolean hasDropped(Node top) {
        var found = new boolean[1];
        top.walk(node -> found[0] |= node.item().isDropped());
        return found[0];
    }

    private static List<Crumb> path(Ladder ladder, Product product, OutlinePlace place) {
        if (place.under() == null) {
            return List.of();
        }
        var crumbs = new ArrayList<Crumb>();
        crumbs.add(new Crumb(product.name(), place.under(null).url()));
        var item = ladder.requireNode(place.under()).item();
        ladder.ancestors(item).reversed().stream()
                .map(Node::item)
                .forEach(above ->
                        crumbs.add(new Crumb(above.title(), place.under(above.key()).url())));
        return crumbs;
    }

    private static List<LevelChoice> levels(Product product, OutlinePlace place) {
        return product.levels().all().stream()
                .map(level ->
                        new LevelChoice(
                                level.key(),
                                level.plural(),
                                place.to(level).url(),
                                level.equals(place.to()) && place.turned().isEmpty()))
                .toList();
    }

    private static List<String> totals(List<OutlineColumn> columns, List<Node> tops) {
        return columns.stream().map(column -> total(column, tops)).toList();
    }

    /** The figures of the rows at the top hold those of all rows below them. */
    private static String total(OutlineColumn column, List<Node> tops) {
        var figures = tops.stream().map(Node::rollUp).toList();
        if (column.id().equals("done")) {
            var done = sum(figures, one -> one.points().done());
            var all = sum(figures, RollUp::effective);
            return all == null || all.thousandths() == 0
                    ? ""
                    : "%s of %s points"
                            .formatted(Words.of(done == null ? Amount.ZERO : done), Words.of(all));
        }
        if (column.total() == null) {
            return "";
        }
        var sum = sum(figures, column.total());
        return sum == null ? "" : Words.of(sum);
    }

    private static @Nullable Amount sum(
            List<RollUp> figures, Function<RollUp, @Nullable Amount> amount) {
        Amount sum = null;
        for (var one : figures) {
            var part = amount.apply(one);
            if (part != null) {
                sum = sum == null ? part : sum.plus(part);
            }
        }
        return sum;
    }

    /** Makes rows. */
    private final class RowMaker {
        private final Ladder ladder;
        private final Product product;
        private final OutlinePlace place;
        private final SignedIn reader;
        private final List<OutlineColumn> columns;
        private final Map<Level, RungMark> marks = new HashMap<>();

        RowMaker(
                Ladder ladder,
                Product product,
                OutlinePlace place,
                SignedIn reader,
                List<OutlineColumn> columns) {
            this.ladder = ladder;
            this.product = product;
            this.place = place;
            this.reader = reader;
            this.columns = columns;
        }

        Row row(OpenRow open) {
            var node = open.node();
            var item = node.item();
            boolean isTop = item.key().equals(place.under());
            boolean folds = !node.children().isEmpty() && !isTop;
            return new Row(
                    item.key().toString(),
                    place.at(item.key()).url(),
                    item.level().index(),
                    item.parent() == null ? "" : item.parent().toString(),
                    open.depth(),
                    folds ? place.turnedAt(item.key()).url() : "",
                    folds && place.isOpen(node) || isTop,
                    place.panel() && item.key().equals(place.at()),
                    item.isDropped(),
                    item.isLoose(),
                    marks.computeIfAbsent(
                            item.level(), level -> RungMark.of(product.levels(), level)),
                    item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                    item.title(),
                    rights.mayEdit(reader, item, Field.TITLE),
                    rights.mayShape(reader, item.key().product(), item.level()),
                    columns.stream().map(column -> cell(column, node)).toList());
        }

        private Cell cell(OutlineColumn column, Node node) {
            var item = node.item();
            var text = column.text().apply(ladder, node);
            boolean stem = column.id().equals("done");
            return new Cell(
                    column.id(),
                    editable(column, item),
                    text.equals("–") ? "" : text,
                    column.number(),
                    column.id().equals("state") ? item.category().name() : "",
                    stem ? Stem.of(item, node.rollUp(), STEM_WIDTH) : null,
                    column.id().equals("labels") ? Labels.of(item.details().labels()) : List.of());
        }

        private String editable(OutlineColumn column, Item item) {
            var field = column.field().apply(item);
            return field != null && rights.mayEdit(reader, item, field) ? field.label() : "";
        }
    }
}
