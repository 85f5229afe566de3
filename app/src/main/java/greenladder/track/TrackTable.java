package greenladder.track;

import java.util.ArrayList;
import java.util.List;
import org.springframework.web.util.HtmlUtils;

/**
 * A table of figures, as a page shows it and as it is downloaded.
 *
 * @param id its name as a file
 * @param caption what it tells, for those who cannot see where it stands
 */
public record TrackTable(String id, String caption, List<Head> heads, List<Line> lines) {
    /**
     * Its lines as HTML, drawn here since a table of a year has many: escaped, ready to be shown.
     */
    public String rows() {
        var html = new StringBuilder();
        for (var line : lines) {
            html.append(line.below() ? "<tr class=\"is-below\">" : "<tr>");
            line.cells().forEach(cell -> cell.draw(html));
            html.append("</tr>");
        }
        return html.toString();
    }

    /**
     * @param figure whether what stands below is a number
     */
    public record Head(String text, boolean figure) {}

    /**
     * @param below whether it stands under the line above it
     */
    public record Line(List<Cell> cells, boolean below) {}

    /**
     * @param key of an item that it names; empty for none
     * @param url where it leads; empty for nowhere
     * @param bar length of a bar in percent; less than 0 for none
     */
    public record Cell(String text, String key, String url, int bar, boolean figure, boolean over) {
        private void draw(StringBuilder html) {
            html.append("<td class=\"")
                    .append(figure ? "is-figure" : "")
                    .append(over ? " over" : "")
                    .append(bar >= 0 ? "is-bar" : "")
                    .append("\">");
            var words = HtmlUtils.htmlEscape(text);
            if (!key.isEmpty()) {
                html.append("<a href=\"/items/%1$s\" data-key=\"%1$s\">".formatted(key))
                        .append("<span class=\"key\">")
                        .append(key)
                        .append("</span> <span>")
                        .append(words)
                        .append("</span></a>");
            } else if (!url.isEmpty()) {
                html.append("<a href=\"")
                        .append(HtmlUtils.htmlEscape(url))
                        .append("\">")
                        .append(words)
                        .append("</a>");
            } else if (bar >= 0) {
                html.append(
                        "<svg class=\"age-bar\" width=\"100%%\" height=\"10\" aria-hidden=\"true\"><rect class=\"done\" x=\"0\" y=\"1\" height=\"8\" width=\"%d%%\" /></svg>"
                                .formatted(bar));
            } else {
                html.append(words);
            }
            html.append("</td>");
        }

        public static Cell text(String text) {
            return new Cell(text, "", "", -1, false, false);
        }

        public static Cell figure(String text) {
            return new Cell(text, "", "", -1, true, false);
        }

        public static Cell over(String text, boolean over) {
            return new Cell(text, "", "", -1, true, over);
        }

        public static Cell item(String key, String title) {
            return new Cell(title, key, "", -1, false, false);
        }

        static Cell link(String text, String url) {
            return new Cell(text, "", url, -1, false, false);
        }

        public static Cell bar(double part, double whole) {
            return new Cell(
                    "",
                    "",
                    "",
                    whole <= 0 ? 0 : (int) Math.round(part / whole * 100),
                    false,
                    false);
        }
    }

    /** Names of columns; those after a colon are of numbers. */
    public static List<Head> heads(String... names) {
        var heads = new ArrayList<Head>();
        for (var name : names) {
            boolean isFigure = name.startsWith(":");
            heads.add(new Head(isFigure ? name.substring(1) : name, isFigure));
        }
        return heads;
    }

    public static Line line(Cell... cells) {
        return new Line(List.of(cells), false);
    }

    static Line below(Cell... cells) {
        return new Line(List.of(cells), true);
    }
}
