package greenladder.list;

import greenladder.core.product.Product;
import greenladder.list.TableHead.ColumnChoice;
import greenladder.list.TableHead.Head;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The columns that somebody chose, in their order and widths; what is gone is passed over. */
public final class TableColumns {
    public static final String TITLE = "title";
    static final int TITLE_WIDTH = 380;
    private static final int NARROWEST = 48;
    private static final int WIDEST = 900;

    private final List<TableColumn> all;
    private final Map<String, Integer> widths = new LinkedHashMap<>();

    /**
     * @param first what is shown before anybody chooses
     * @param chosen {@code title:380 state:120 size:74}; null where nothing was chosen
     */
    public TableColumns(Product product, List<String> first, @Nullable String chosen) {
        all = TableColumn.of(product);
        if (chosen == null) {
            first.forEach(id -> widths.put(id, 0));
        } else {
            for (var part : chosen.split("\\s+")) {
                int colon = part.lastIndexOf(':');
                if (colon > 0) {
                    widths.put(part.substring(0, colon), width(part.substring(colon + 1)));
                }
            }
        }
    }

    /** What is kept of what was chosen: columns that there are, in widths that can be shown. */
    public String text() {
        var parts = new ArrayList<String>();
        parts.add(TITLE + ":" + titleWidth());
        shown().forEach(column -> parts.add(column.id() + ":" + widthOf(column)));
        return String.join(" ", parts);
    }

    public int titleWidth() {
        int width = widths.getOrDefault(TITLE, 0);
        return width == 0 ? TITLE_WIDTH : Math.clamp(width, 160, WIDEST);
    }

    public List<TableColumn> shown() {
        return widths.keySet().stream().flatMap(id -> TableColumn.find(all, id).stream()).toList();
    }

    public List<Head> heads() {
        return shown().stream()
                .map(column ->
                        new Head(column.id(), column.label(), widthOf(column), column.number()))
                .toList();
    }

    /** The columns that are shown in their order, then all others. */
    public List<ColumnChoice> choices() {
        var shown = shown();
        var choices =
                shown.stream()
                        .map(column ->
                                new ColumnChoice(
                                        column.id(), column.label(), widthOf(column), true))
                        .collect(Collectors.toCollection(ArrayList::new));
        all.stream()
                .filter(column -> !shown.contains(column))
                .map(column -> new ColumnChoice(column.id(), column.label(), column.width(), false))
                .forEach(choices::add);
        return choices;
    }

    private int widthOf(TableColumn column) {
        int width = Objects.requireNonNullElse(widths.get(column.id()), 0);
        return width == 0 ? column.width() : Math.clamp(width, NARROWEST, WIDEST);
    }

    private static int width(String text) {
        return text.matches("\\d{1,4}") ? Integer.parseInt(text) : 0;
    }
}
