package greenladder.breakdown;

import greenladder.breakdown.OutlinePage.ColumnChoice;
import greenladder.breakdown.OutlinePage.Head;
import greenladder.core.item.Product;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The columns that somebody chose, in their order and widths; what is gone is passed over. */
final class OutlineColumns {
    static final String TITLE = "title";
    static final int TITLE_WIDTH = 380;
    private static final int NARROWEST = 48;
    private static final int WIDEST = 900;

    private final List<OutlineColumn> all;
    private final Map<String, Integer> widths = new LinkedHashMap<>();

    /**
     * @param chosen {@code title:380 state:120 size:74}; null where nothing was chosen
     */
    OutlineColumns(Product product, @Nullable String chosen) {
        all = OutlineColumn.of(product);
        if (chosen == null) {
            OutlineColumn.FIRST.forEach(id -> widths.put(id, 0));
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
    String text() {
        var parts = new ArrayList<String>();
        parts.add(TITLE + ":" + titleWidth());
        shown().forEach(column -> parts.add(column.id() + ":" + widthOf(column)));
        return String.join(" ", parts);
    }

    int titleWidth() {
        int width = widths.getOrDefault(TITLE, 0);
        return width == 0 ? TITLE_WIDTH : Math.clamp(width, 160, WIDEST);
    }

    List<OutlineColumn> shown() {
        return widths.keySet().stream()
                .flatMap(id -> OutlineColumn.find(all, id).stream())
                .toList();
    }

    List<Head> heads() {
        return shown().stream()
                .map(column ->
                        new Head(column.id(), column.label(), widthOf(column), column.number()))
                .toList();
    }

    /** The columns that are shown in their order, then all others. */
    List<ColumnChoice> choices() {
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

    private int widthOf(OutlineColumn column) {
        int width = Objects.requireNonNullElse(widths.get(column.id()), 0);
        return width == 0 ? column.width() : Math.clamp(width, NARROWEST, WIDEST);
    }

    private static int width(String text) {
        return text.matches("\\d{1,4}") ? Integer.parseInt(text) : 0;
    }
}
