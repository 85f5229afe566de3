package greenladder.track;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A table of figures, as a page shows it and as it is downloaded.
 *
 * @param id its name as a file
 * @param caption what it tells, for those who cannot see where it stands
 */
public record TrackTable(String id, String caption, List<Head> heads, List<Line> lines) {
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
        /** The class that it is drawn with; null for none. */
        public @Nullable String style() {
            var style =
                    (figure ? "is-figure" : "")
                            + (over ? " over" : "")
                            + (bar >= 0 ? "is-bar" : "");
            return style.isEmpty() ? null : style.strip();
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

        public static Cell link(String text, String url) {
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
}
