package greenladder.list;

import greenladder.panel.Labels.Label;
import greenladder.web.Stem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An item as a row of a table.
 *
 * @param parent the key of the item above; empty for none
 * @param above the title of the item above; empty for none
 * @param rung the mark of its level, as HTML
 * @param cells those behind the title, as HTML
 * @param tint conditional colouring, such as {@code tint-3}; empty for none
 */
public record TableRow(
        String key,
        String url,
        int level,
        String parent,
        boolean picked,
        boolean dropped,
        boolean loose,
        String rung,
        String kind,
        String title,
        String above,
        String tint,
        boolean mayRename,
        boolean mayShape,
        String cells) {

    /** The cells of an item, by which they are drawn. */
    public record Cells(String key, List<Cell> cells) {}

    /**
     * @param field the field that it edits; empty where it only shows
     * @param category of the state that it shows; empty for other cells
     * @param checks whether each check of readiness is passed; empty for other cells
     */
    public record Cell(
            String column,
            String field,
            String text,
            boolean number,
            String category,
            @Nullable Stem stem,
            List<Label> labels,
            List<Boolean> checks) {}
}
