package greenladder.track.tables;

import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import greenladder.track.DaySpan;
import greenladder.track.TrackTable;
import greenladder.track.TrackTable.Cell;
import greenladder.view.Choice;
import greenladder.view.SideList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A table of the work of a product in groups.
 *
 * @param words what it comes to, in a sentence each
 * @param heads of the columns after the bar
 * @param cut whether there are more rows than are shown
 * @param reopened what left being done; null where that is not asked
 */
public record TablesPage(
        String product,
        String url,
        long operation,
        Controls controls,
        List<String> words,
        List<String> heads,
        List<Row> rows,
        boolean cut,
        @Nullable TrackTable reopened,
        @Nullable SideList side,
        @Nullable ItemPanel panel) {

    /**
     * What can be asked instead.
     *
     * @param span null where it is not about the days between two; {@code day} where it is not
     *     about one
     */
    record Controls(
            FilterLine line,
            List<Choice> questions,
            List<Grouped> groups,
            List<Choice> levels,
            List<Choice> teams,
            @Nullable DaySpan span,
            @Nullable OneDay day) {}

    record Grouped(String label, List<Choice> choices) {}

    /**
     * @param fields what stays as it is, by name
     */
    record OneDay(String action, String day, String today, Map<String, List<String>> fields) {}

    /**
     * @param deep how many groups it stands within
     * @param key of the item that it is about; empty for a value
     * @param url opens what stands behind it; empty where that is not known
     * @param figures one for each head; empty for none
     */
    public record Row(
            int deep,
            String key,
            String name,
            String url,
            boolean picked,
            Bar bar,
            List<String> figures) {}

    /** How long the parts of a bar are, in percent of the longest. */
    public record Bar(double done, double begun, double toDo) {}

    /** The same as one table of figures. */
    public TrackTable asTable(String head) {
        var heads =
                Stream.concat(Stream.of(head, ""), this.heads.stream().map(one -> ":" + one))
                        .toArray(String[]::new);
        return new TrackTable(
                "table",
                String.join(" ", words),
                TrackTable.heads(heads),
                rows.stream().map(TablesPage::line).toList());
    }

    private static TrackTable.Line line(Row row) {
        var bar = row.bar();
        return new TrackTable.Line(
                Stream.concat(
                                Stream.of(
                                        Cell.link(row.name(), row.url()),
                                        Cell.bar(bar.done() + bar.begun() + bar.toDo(), 100)),
                                row.figures().stream().map(Cell::figure))
                        .toList(),
                row.deep() > 0);
    }
}
