package greenladder.plan.map;

import greenladder.core.value.ItemKey;
import java.util.List;
import org.springframework.web.util.HtmlUtils;

/**
 * The cells of a slice as markup. Written here rather than by a template, since a map has hundreds
 * of them.
 */
final class MapCells {
    /** Browsers let one cell stand for so many columns at most. */
    private static final int MOST_SPANNED = 1_000;

    private final StringBuilder html = new StringBuilder();
    private final String kind;
    private final String slice;
    private final String name;
    private final String add;

    /**
     * @param mayAdd whether stories can be written into them
     */
    MapCells(String kind, String slice, String name, boolean mayAdd, String story) {
        this.kind = kind;
        this.slice = slice.isEmpty() ? MapPlace.NONE : slice;
        this.name = HtmlUtils.htmlEscape(name);
        add =
                mayAdd
                        ? "<button type=\"button\" class=\"map-add\" tabindex=\"-1\" data-map-add>+ %s</button>"
                                .formatted(HtmlUtils.htmlEscape(story))
                        : "";
    }

    /**
     * @param more how many cards are not drawn
     */
    void add(ItemKey column, boolean takesIn, List<String> cards, int more) {
        html.append(
                """
                <td class="map-cell" tabindex="-1" id="cell-%1$s-%2$s-%3$s" data-cell="%4$s" \
                data-column="%3$s" data-slice="%2$s" aria-label="%5$s, %3$s"><ol>\
                """
                        .formatted(kind, slice, column, takesIn ? "yes" : "no", name));
        cards.forEach(html::append);
        html.append("</ol>");
        if (more > 0) {
            html.append("<p class=\"meta\">%d more</p>".formatted(more));
        }
        html.append(add).append("</td>");
    }

    /** The columns of a table. */
    static String columns(int count) {
        return spanned(count, "<col class=\"map-col\" span=\"%d\"/>");
    }

    /** Cells in the place of columns that are not drawn. */
    static String gap(int columns) {
        return spanned(columns, "<td class=\"map-gap\" colspan=\"%d\"></td>");
    }

    private static String spanned(int count, String element) {
        var html = new StringBuilder();
        for (int left = count; left > 0; left -= MOST_SPANNED) {
            html.append(element.formatted(Math.min(left, MOST_SPANNED)));
        }
        return html.toString();
    }

    String html() {
        return html.toString();
    }
}
