package greenladder.list;

import org.jspecify.annotations.Nullable;
import org.springframework.web.util.HtmlUtils;

/**
 * A row of a list as HTML. Drawn here rather than by a template: a list has many, and most of what
 * is in one is drawn for it alone.
 *
 * @param index from 1 among all rows
 * @param depth how far it stands below the top, from 1
 * @param className further classes of the row; empty for none
 * @param position its place in the order; 0 where none is told
 * @param open whether what stands below it is shown; null where nothing can be shown
 * @param lead what stands before the mark of its level, as HTML
 * @param withAbove whether the item above is named
 */
public record RowFrame(
        TableRow item,
        int index,
        int depth,
        String className,
        String titleClass,
        int position,
        @Nullable Boolean open,
        String lead,
        boolean withAbove) {
    /** So many characters most rows have at most. */
    static final int USUAL = 2_500;

    /**
     * Appends it as HTML; that a row of a tree grid is one, and its cells cells, need not be said.
     */
    public void write(StringBuilder html) {
        html.append("<tr id=\"card-").append(item.key()).append("\"");
        attribute(html, "class", "item-card item-row" + classes());
        attribute(html, "data-key", item.key());
        attribute(html, "data-level", Integer.toString(item.level()));
        attribute(html, "data-parent", item.parent());
        attribute(html, "data-position", position == 0 ? "" : Integer.toString(position));
        attribute(html, "aria-level", Integer.toString(depth));
        attribute(html, "aria-rowindex", Integer.toString(index));
        attribute(html, "draggable", item.mayShape() ? "true" : "");
        attribute(html, "aria-expanded", open == null ? "" : open.toString());
        html.append("><td tabindex=\"-1\" data-col=\"title\"");
        attribute(html, "class", titleClass);
        attribute(html, "data-field", item.mayRename() ? "title" : "");
        html.append("><div class=\"title-line\">").append(lead).append(item.rung());
        title(html);
        html.append("</div></td>").append(item.cells()).append("</tr>");
    }

    private String classes() {
        return (item.tint().isEmpty() ? "" : " " + item.tint())
                + (item.picked() ? " is-picked" : "")
                + (item.dropped() ? " is-dropped" : "")
                + (className.isEmpty() ? "" : " " + className);
    }

    private void title(StringBuilder html) {
        html.append("<span class=\"key\">").append(item.key()).append("</span>");
        if (!item.kind().isEmpty()) {
            html.append("<span class=\"kind\">").append(escaped(item.kind())).append("</span>");
        }
        html.append("<span class=\"value-field item-title\" id=\"o-")
                .append(item.key())
                .append("-title\"><a class=\"row-link\" tabindex=\"-1\"");
        attribute(html, "href", item.url());
        html.append('>').append(escaped(item.title())).append("</a></span>");
        if (withAbove && !item.above().isEmpty()) {
            html.append("<span class=\"row-above meta\">")
                    .append(escaped(item.above()))
                    .append("</span>");
        }
        if (item.loose()) {
            html.append("<span class=\"kind\">loose</span>");
        }
        html.append("<button type=\"button\" tabindex=\"-1\" class=\"menu-button\" data-menu")
                .append(" aria-label=\"Menu of ")
                .append(item.key())
                .append("\">&#8943;</button>");
    }

    /** One that is empty is left out. */
    public static void attribute(StringBuilder html, String name, String value) {
        if (!value.isEmpty()) {
            html.append(' ').append(name).append("=\"").append(escaped(value)).append('"');
        }
    }

    /** Most texts have nothing to be escaped, and stay as they are. */
    public static String escaped(String text) {
        for (int i = 0; i < text.length(); i++) {
            switch (text.charAt(i)) {
                case '<', '>', '&', '"', '\'' -> {
                    return HtmlUtils.htmlEscape(text, "UTF-8");
                }
                default -> {}
            }
        }
        return text;
    }
}
