package greenladder.breakdown;

import greenladder.panel.ItemPanel;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The Ladder view.
 *
 * @param url of this very place
 * @param way keys of the picked item and of those above it, with commas between
 * @param emptyHint what to do where there is nothing yet; empty where there is something
 */
record LadderPage(
        String product,
        String url,
        String way,
        List<RailRung> rail,
        List<Column> columns,
        @Nullable ItemPanel panel,
        String looseUrl,
        String looseWords,
        boolean looseOpen,
        String panelUrl,
        boolean panelOpen,
        String emptyHint) {

    /** A rung of the ladder rail: a whole level. */
    record RailRung(String label, String count, String percent, String url, boolean current) {}

    /**
     * A column of cards.
     *
     * @param id stable, and unique on the page
     * @param parent key of the item whose children these are; empty where they are not one item's
     * @param kept whether its cards are drawn already and are left out here
     * @param adds what can be added at the end; empty for nothing
     * @param earlierUrl where the cards above come from; null where there are none
     * @param moreUrl where the cards that are not drawn yet come from; null where all are
     * @param droppedWords how many are folded away; empty for none
     */
    record Column(
            String id,
            String heading,
            String figures,
            @Nullable RungMark mark,
            @Nullable Stem stem,
            String parent,
            boolean kept,
            @Nullable String earlierUrl,
            List<Card> cards,
            @Nullable String moreUrl,
            List<AddChoice> adds,
            String droppedWords,
            String droppedUrl,
            boolean droppedOpen) {}

    record AddChoice(String level, String label) {}

    /**
     * One item.
     *
     * @param level its level's index, from 0 at the top
     * @param parent its parent's key, or empty
     * @param kind empty for the level's plain kind
     * @param stem null for a leaf, which shows its state instead
     */
    record Card(
            String key,
            String url,
            boolean picked,
            int level,
            String parent,
            RungMark mark,
            String kind,
            String size,
            String sizeField,
            boolean maySize,
            String person,
            String initials,
            String title,
            @Nullable Stem stem,
            List<String> remarks,
            String trouble,
            String stateName,
            String stateCategory,
            boolean mayState,
            boolean mayShape,
            boolean loose) {}
}
