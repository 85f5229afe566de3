package greenladder.breakdown;

import greenladder.panel.ItemPanel;
import greenladder.panel.Labels.Label;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The outline as it is drawn: a stretch of its rows, and how many there are before and after it.
 *
 * @param url the place that is shown
 * @param from the index of the first row drawn
 * @param above the height, in pixels, of the rows before it
 * @param below the height of those after the last
 */
public record OutlinePage(
        String product,
        String url,
        String under,
        List<Crumb> path,
        List<LevelChoice> levels,
        List<Head> heads,
        int titleWidth,
        List<ColumnChoice> choices,
        int from,
        int count,
        int above,
        int below,
        List<Row> rows,
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

    public record Head(String id, String label, int width, boolean number) {}

    public record ColumnChoice(String id, String label, int width, boolean shown) {}

    /**
     * @param depth from 1
     * @param openUrl folds or unfolds it; empty where nothing stands under it
     */
    public record Row(
            String key,
            String url,
            int level,
            String parent,
            int depth,
            String openUrl,
            boolean open,
            boolean picked,
            boolean dropped,
            boolean loose,
            RungMark mark,
            String kind,
            String title,
            boolean mayRename,
            boolean mayShape,
            List<Cell> cells) {}

    /**
     * @param field the field that it edits; empty where it only shows
     * @param category of the state that it shows; empty for other cells
     */
    public record Cell(
            String column,
            String field,
            String text,
            boolean number,
            String category,
            @Nullable Stem stem,
            List<Label> labels) {}
}
