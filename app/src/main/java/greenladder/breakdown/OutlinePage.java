package greenladder.breakdown;

import greenladder.list.FilterLine;
import greenladder.list.TableHead;
import greenladder.panel.ItemPanel;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The outline as it is drawn: a stretch of its rows, and how many there are before and after it.
 *
 * @param url the place that is shown
 * @param from the index of the first row drawn
 * @param above the height, in pixels, of the rows before it
 * @param rows those drawn, as HTML, a stretch of them at a time
 * @param below the height of those after the last
 */
public record OutlinePage(
        String product,
        String url,
        String under,
        List<Crumb> path,
        List<LevelChoice> levels,
        TableHead head,
        FilterLine line,
        int from,
        int count,
        int above,
        int below,
        List<String> rows,
        String countWords,
        List<String> totals,
        String droppedWords,
        String droppedUrl,
        boolean mayAdd,
        String looseWords,
        boolean panelOpen,
        String panelUrl,
        @Nullable ItemPanel panel,
        boolean panelKept) {

    /** A step on the way from the whole product to the item whose subtree is shown. */
    public record Crumb(String text, String url) {}

    /** A level down to which the rows can be unfolded. */
    public record LevelChoice(String key, String label, String url, boolean current) {}
}
