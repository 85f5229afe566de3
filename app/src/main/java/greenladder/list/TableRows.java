package greenladder.list;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.ready.Readiness;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.list.TableRow.Cell;
import greenladder.list.TableRow.Cells;
import greenladder.panel.Labels;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Drawings;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Makes the rows of a table for one reader. */
public final class TableRows {
    private static final int STEM_WIDTH = 96;

    private final Snapshot snapshot;
    private final Rights rights;
    private final SignedIn reader;
    private final List<TableColumn> columns;
    private final Drawings drawings;
    private final Map<Level, String> rungs = new HashMap<>();

    /** Where a row stands, and what it shows that its item alone does not tell. */
    public record Showing(String url, boolean picked, String tint, String soFar) {}

    public TableRows(
            Snapshot snapshot,
            Rights rights,
            SignedIn reader,
            List<TableColumn> columns,
            Drawings drawings) {
        this.drawings = drawings;
        this.snapshot = snapshot;
        this.rights = rights;
        this.reader = reader;
        this.columns = columns;
    }

    public TableRow row(Node node, Showing showing) {
        var item = node.item();
        var product = snapshot.requireProduct(item.key().product());
        return new TableRow(
                item.key().toString(),
                showing.url(),
                item.level().index(),
                item.parent() == null ? "" : item.parent().toString(),
                showing.picked(),
                item.isDropped(),
                item.isLoose(),
                rungs.computeIfAbsent(item.level(), level -> rung(product, level)),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                item.title(),
                item.parent() == null
                        ? ""
                        : snapshot.findItem(item.parent()).map(Item::title).orElse(""),
                showing.tint(),
                rights.mayEdit(reader, item, Field.TITLE),
                rights.mayShape(reader, item.key().product(), item.level()),
                drawn(node, product, showing));
    }

    private String rung(Product product, Level level) {
        var mark = RungMark.of(product.levels(), level);
        return drawings.cached("shared/parts", "rung", "mark", mark);
    }

    /** The cells as HTML: drawn once for all who see the same in them. */
    private String drawn(Node node, Product product, Showing showing) {
        var each = new ArrayList<Cell>(columns.size());
        for (var column : columns) {
            each.add(cell(column, node, product, showing));
        }
        var cells = new Cells(node.item().key().toString(), each);
        return drawings.cached("shared/table", "cells", "item", cells);
    }

    private Cell cell(TableColumn column, Node node, Product product, Showing showing) {
        var item = node.item();
        var checks =
                column.id().equals(TableColumn.READY) ? checks(product, node) : List.<Boolean>of();
        var text =
                switch (column.id()) {
                    case TableColumn.SO_FAR -> showing.soFar();
                    case TableColumn.READY -> passed(checks);
                    default -> column.text().apply(snapshot, node);
                };
        return new Cell(
                column.id(),
                editable(column, item),
                text.equals("–") ? "" : text,
                column.number(),
                column.id().equals("state") ? item.category().name() : "",
                column.id().equals("done") ? Stem.of(item, node.rollUp(), STEM_WIDTH) : null,
                column.id().equals("labels") ? Labels.of(item.details().labels()) : List.of(),
                checks);
    }

    private static String passed(List<Boolean> checks) {
        return checks.isEmpty() ? "" : Collections.frequency(checks, true) + " of " + checks.size();
    }

    private List<Boolean> checks(Product product, Node node) {
        return node.item().level().carriesPoints()
                ? Readiness.passed(snapshot, product.refining(), node)
                : List.of();
    }

    private String editable(TableColumn column, Item item) {
        var field = column.field().apply(item);
        return field != null && rights.mayEdit(reader, item, field) ? field.label() : "";
    }
}
