package greenladder.breakdown;

import greenladder.breakdown.OutlinePage.Crumb;
import greenladder.breakdown.OutlinePage.LevelChoice;
import greenladder.breakdown.OutlineRows.OpenRow;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUp;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.list.FilterLines;
import greenladder.list.ListRow;
import greenladder.list.Narrowed;
import greenladder.list.TableColumn;
import greenladder.list.TableColumns;
import greenladder.list.TableHead;
import greenladder.list.TableRows;
import greenladder.list.TableRows.Showing;
import greenladder.panel.ItemPanels;
import greenladder.people.Preferences;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Drawings;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the outline of a product, or of what stands under one item. */
@Component
class OutlinePages {
    /** In pixels; the style sheet says the same. */
    static final int ROW_HEIGHT = 30;

    /** Drawn at once: what fits into a tall window, and as much before and after it. */
    private static final int DRAWN = 90;

    /** What is shown before anybody chooses. */
    private static final List<String> FIRST =
            List.of("state", "size", "done", "assignee", "sprint", "labels");

    private final Rights rights;
    private final Drawings drawings;
    private final ItemPanels panels;
    private final Preferences preferences;
    private final FilterLines lines;

    OutlinePages(
            Rights rights,
            ItemPanels panels,
            Preferences preferences,
            FilterLines lines,
            Drawings drawings) {
        this.drawings = drawings;
        this.lines = lines;
        this.rights = rights;
        this.panels = panels;
        this.preferences = preferences;
    }

    static String preference(String product) {
        return "outline." + product;
    }

    OutlinePage page(
            Snapshot snapshot,
            Product product,
            OutlinePlace place,
            SignedIn reader,
            boolean panelKept) {
        var columns =
                columns(
                        product,
                        place.filter().columns().isEmpty()
                                ? preferences.find(reader, preference(product.code())).orElse(null)
                                : place.filter().columns());
        var narrowed = lines.narrowed(snapshot, List.of(product), place.filter(), reader);
        var outline = OutlineRows.of(snapshot, place, narrowed, DRAWN);
        var maker = new TableRows(snapshot, rights, reader, columns.shown(), drawings);
        long loose = looseCount(snapshot, product);
        var at = place.panel() ? place.at() : null;
        return new OutlinePage(
                product.code(),
                place.url(),
                place.under() == null ? "" : place.under().toString(),
                path(snapshot, product, place),
                levels(product, place),
                TableHead.of("/%s/outline/columns".formatted(product.code()), columns),
                lines.line(
                        narrowed,
                        "outline",
                        place.parameters(),
                        reader,
                        outline.tops(),
                        snapshot.roots(product.code())),
                outline.from(),
                outline.count(),
                outline.from() * ROW_HEIGHT,
                (outline.count() - outline.to()) * ROW_HEIGHT,
                rows(maker, outline, place, narrowed),
                narrowed.isNarrow()
                        ? Words.count(outline.found(), "item") + " found"
                        : Words.count(outline.count(), "row"),
                totals(columns.shown(), outline.tops()),
                droppedWords(snapshot, place),
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

    private static long looseCount(Snapshot snapshot, Product product) {
        return snapshot.countMarked(Mark.LOOSE, product.code());
    }

    private static String droppedWords(Snapshot snapshot, OutlinePlace place) {
        if (place.dropped()) {
            return "Hide what is dropped";
        }
        return hasDropped(snapshot, place) ? "Show what is dropped" : "";
    }

    /** Looks up from what is dropped, which is less than what stands under a place. */
    private static boolean hasDropped(Snapshot snapshot, OutlinePlace place) {
        if (place.under() == null) {
            return snapshot.countMarked(Mark.DROPPED, place.product()) > 0;
        }
        return snapshot.marked(Mark.DROPPED, place.product()).stream()
                .map(Node::item)
                .anyMatch(item ->
                        item.key().equals(place.under()) || snapshot.isUnder(item, place.under()));
    }

    private static List<Crumb> path(Snapshot snapshot, Product product, OutlinePlace place) {
        if (place.under() == null) {
            return List.of();
        }
        var crumbs = new ArrayList<Crumb>();
        crumbs.add(new Crumb(product.name(), place.under(null).url()));
        var item = snapshot.requireNode(place.under()).item();
        snapshot.ancestors(item).reversed().stream()
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

    private static List<String> totals(List<TableColumn> columns, List<Node> tops) {
        return columns.stream().map(column -> total(column, tops)).toList();
    }

    /** The figures of the rows at the top hold those of all rows below them. */
    private static String total(TableColumn column, List<Node> tops) {
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

    private List<String> rows(
            TableRows maker, OutlineRows outline, OutlinePlace place, Narrowed narrowed) {
        var drawn = new ArrayList<String>();
        int index = outline.from();
        for (var open : outline.rows()) {
            var row = row(maker, open, ++index, place, narrowed);
            drawn.add(drawings.cached("shared/list-row", "row", "r", row));
        }
        return drawn;
    }

    private static ListRow row(
            TableRows maker, OpenRow open, int index, OutlinePlace place, Narrowed narrowed) {
        var node = open.node();
        var key = node.item().key();
        boolean folds = open.folds() && !key.equals(place.under());
        var showing =
                new Showing(
                        place.at(key).url(),
                        place.panel() && key.equals(place.at()),
                        narrowed.tintOf(node),
                        "");
        return new ListRow(
                maker.row(node, showing),
                index,
                open.depth(),
                narrowed.finds(node) ? "" : "is-on-the-way",
                "title-cell depth-" + open.depth(),
                null,
                folds ? open.isOpen() : null,
                folds ? place.turnedAt(key).url() : null);
    }

    static TableColumns columns(Product product, @Nullable String chosen) {
        return new TableColumns(product, FIRST, chosen);
    }
}
