package greenladder.breakdown;

import greenladder.card.ItemCard;
import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import greenladder.panel.Labels.Label;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The Ladder view. Public, with its parts, so that the template's expressions can be compiled.
 *
 * @param url of this very place
 * @param way keys of the picked item and of those above it, with commas between
 * @param panelKept whether the panel is drawn already, is as it was, and is left out here
 * @param emptyHint what to do where there is nothing yet; empty where there is something
 */
public record LadderPage(
        String product,
        String url,
        String way,
        FilterLine line,
        List<RailRung> rail,
        List<Column> columns,
        @Nullable ItemPanel panel,
        boolean panelKept,
        String looseUrl,
        String looseWords,
        boolean looseOpen,
        String panelUrl,
        boolean panelOpen,
        String emptyHint) {

    /** A rung of the ladder rail: a whole level. */
    public record RailRung(
            String level,
            String label,
            String count,
            String percent,
            String url,
            boolean current) {}

    /**
     * A column of cards.
     *
     * @param id stable, and unique on the page
     * @param head what it is and comes to, as HTML
     * @param heading what it is, in words
     * @param parent key of the item whose children these are; empty where they are not one item's
     * @param kept whether its cards are drawn already and are left out here
     * @param adds what can be added at the end; empty for nothing
     * @param cards as HTML
     * @param earlierUrl where the cards above come from; null where there are none
     * @param moreUrl where the cards that are not drawn yet come from; null where all are
     * @param droppedWords how many are folded away; empty for none
     * @param findText what its cards are found by; null where they cannot be
     */
    public record Column(
            String id,
            String head,
            String heading,
            String parent,
            boolean kept,
            @Nullable String earlierUrl,
            List<String> cards,
            @Nullable String moreUrl,
            List<AddChoice> adds,
            String droppedWords,
            String droppedUrl,
            boolean droppedOpen,
            @Nullable String findText) {}

    /**
     * What a column is and what it comes to.
     *
     * @param id the column's
     * @param whyUrl where the figures are explained; empty where there is nothing to explain
     */
    public record Head(
            String id,
            String heading,
            String figures,
            String whyUrl,
            @Nullable RungMark mark,
            @Nullable Stem stem) {
        /** The same with how many are found, as words before the figures. */
        Head withFound(String found) {
            return found.isEmpty()
                    ? this
                    : new Head(id, heading, found + figures, whyUrl, mark, stem);
        }
    }

    public record AddChoice(String level, String label) {}

    /**
     * One item.
     *
     * @param parent its parent's key, or empty
     * @param stem null for a leaf, which shows its state instead
     */
    public record Card(
            ItemCard item,
            String parent,
            @Nullable Stem stem,
            List<String> remarks,
            String trouble,
            boolean mayShape,
            boolean loose,
            List<Label> labels) {}
}
