package greenladder.panel;

import greenladder.panel.ItemPanel.Fact;
import greenladder.panel.ItemPanel.Link;
import greenladder.panel.Labels.Label;
import java.util.List;

/**
 * What the panel shows of {@link greenladder.core.item.Details}.
 *
 * @param facts the fields that the product has of its own
 * @param origins where the item came from and what came from it
 */
public record ItemDetails(
        List<Label> labels,
        boolean mayLabel,
        List<ItemList> lists,
        List<Fact> facts,
        List<Link> links,
        boolean mayLink,
        List<FileEntry> files,
        boolean mayAttach,
        List<Origin> origins) {

    /**
     * A list inside the item.
     *
     * @param count such as "2 of 5 met"; empty for an empty list
     * @param grows what a line can grow into, such as "task"; empty where it cannot
     * @param growsInto the key of that level
     */
    public record ItemList(
            String field,
            String heading,
            String adding,
            List<Line> lines,
            String count,
            boolean mayEdit,
            String grows,
            String growsInto) {}

    /**
     * @param item the key of what it has grown into; empty for nothing
     */
    public record Line(int at, String text, boolean done, String item, String url) {}

    /**
     * @param shown whether it is a picture that can be shown
     */
    public record FileEntry(String id, String name, String url, String size, boolean shown) {}

    /** Words, and the items that they are about. */
    public record Origin(String words, List<Link> items, String note) {}
}
