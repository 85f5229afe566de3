package greenladder.list;

import java.util.List;

/**
 * The head of a table of items, and what there is to choose for it.
 *
 * @param url where the choice of columns is kept
 */
public record TableHead(String url, int titleWidth, List<Head> heads, List<ColumnChoice> choices) {

    public record Head(String id, String label, int width, boolean number) {}

    public record ColumnChoice(String id, String label, int width, boolean shown) {}

    public static TableHead of(String url, TableColumns columns) {
        return new TableHead(url, columns.titleWidth(), columns.heads(), columns.choices());
    }
}
