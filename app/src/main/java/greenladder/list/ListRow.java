package greenladder.list;

import org.jspecify.annotations.Nullable;

/**
 * A row of the Outline or of Rank, where it stands.
 *
 * @param index from 1 among all rows
 * @param depth from 1
 * @param className what else it is, such as {@code is-on-the-way}; empty for nothing
 * @param position its rank; null in a tree
 * @param open whether what is below is shown; null where nothing folds
 * @param turnUrl where it is folded or unfolded; null where nothing folds
 */
public record ListRow(
        TableRow item,
        int index,
        int depth,
        String className,
        String titleClass,
        @Nullable Integer position,
        @Nullable Boolean open,
        @Nullable String turnUrl) {

    /** The head of a group of rows. */
    public record Head(int index, int columns, String words, String figures) {}

    public String classes() {
        return "item-card item-row"
                + (item.tint().isEmpty() ? "" : " " + item.tint())
                + (item.picked() ? " is-picked" : "")
                + (item.dropped() ? " is-dropped" : "")
                + (className.isEmpty() ? "" : " " + className);
    }
}
