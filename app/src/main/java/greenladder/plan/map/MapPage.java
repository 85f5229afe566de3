package greenladder.plan.map;

import greenladder.card.ItemCard;
import greenladder.panel.ItemPanel;
import greenladder.plan.BenchPage;
import greenladder.plan.BenchPage.Gauge;
import greenladder.plan.SprintPage;
import greenladder.view.Choice;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The story map as it is drawn.
 *
 * @param columns those that are drawn, as HTML
 */
record MapPage(
        String product,
        String url,
        long operation,
        boolean mayShape,
        boolean mayPlan,
        Choices choices,
        Stretch stretch,
        String columns,
        List<Slice> slices,
        Tray tray,
        Backbone backbone,
        BenchPage.Making making,
        @Nullable ItemPanel panel) {

    /**
     * @param closed closed sprints that can be brought back
     */
    record Choices(
            List<Choice> backbones,
            List<Choice> slices,
            List<Choice> under,
            List<Choice> closed,
            String printUrl,
            String by) {}

    /**
     * Which columns are drawn.
     *
     * @param until the first that is not any more
     * @param cols the columns of the table, drawn or not, as spans of elements
     * @param before a row's cells in the place of those left out before, and {@code after} after
     *     what is drawn, as spans of elements
     */
    record Stretch(
            int first,
            int until,
            int all,
            List<Integer> cols,
            List<Integer> before,
            List<Integer> after) {
        /** Browsers let one element stand for so many columns at most. */
        private static final int MOST_SPANNED = 1_000;

        static Stretch of(int first, int drawn, int all) {
            int until = first + drawn;
            return new Stretch(first, until, all, spans(all), spans(first), spans(all - until));
        }

        private static List<Integer> spans(int count) {
            var spans = new ArrayList<Integer>();
            for (int left = count; left > 0; left -= MOST_SPANNED) {
                spans.add(Math.min(left, MOST_SPANNED));
            }
            return spans;
        }
    }

    /**
     * The cells of a slice.
     *
     * @param slice its key, {@code none} for what is in none
     * @param add what is written into them, as a word; empty where nothing can be
     */
    record Row(String kind, String slice, String name, String add, List<Cell> cells) {}

    /**
     * @param cards as HTML
     * @param more how many cards are not drawn
     */
    record Cell(String column, boolean takesIn, List<String> cards, int more) {}

    /**
     * What stands on the backbone, before it is drawn.
     *
     * @param persona whose activity it is, and {@code activity} where or when; empty for not said
     */
    record Column(
            String key,
            int level,
            RungMark mark,
            String title,
            String url,
            String persona,
            String activity,
            @Nullable Stem stem,
            boolean mayEdit) {}

    /**
     * @param cells as HTML
     */
    record Slice(SliceHead head, String cells) {}

    /**
     * @param key of the sprint or release; empty for what is not planned
     * @param kind {@code sprint}, {@code release}, {@code none}, {@code others} or {@code closed}
     * @param totals by state category, in words
     * @param sprint a sprint that can be started or closed from here; null for others
     */
    record SliceHead(
            String key,
            String kind,
            String name,
            String url,
            String dates,
            String totals,
            @Nullable Gauge gauge,
            SprintPage.@Nullable Head sprint,
            @Nullable Naming naming,
            String moreUrl) {}

    /**
     * How a slice is named and dated anew, where its head has no form for that.
     *
     * @param url where it is sent
     * @param finish the last day, or the date of a release
     * @param finishField what that is called there
     */
    record Naming(String url, String start, String finish, String finishField) {}

    /** A card, before it is drawn. */
    record CardModel(ItemCard item, boolean mayShape, boolean blocked, String trouble) {}

    /**
     * @param words how many there are
     */
    record Tray(String find, String words, List<String> cards) {}

    /** What is made at the end of the backbone. */
    record Backbone(String level, String levelName, String parent, String story, String stories) {}
}
