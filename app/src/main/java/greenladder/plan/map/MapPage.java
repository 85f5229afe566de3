package greenladder.plan.map;

import greenladder.card.ItemCard;
import greenladder.panel.ItemPanel;
import greenladder.plan.BenchPage;
import greenladder.plan.BenchPage.Gauge;
import greenladder.plan.SprintPage;
import greenladder.view.Choice;
import greenladder.web.RungMark;
import greenladder.web.Stem;
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
     * @param cols the columns of the table, drawn or not, as HTML
     * @param before a row's cells in the place of those left out before, and {@code after} after
     *     what is drawn, as HTML
     */
    record Stretch(int first, int until, int all, String cols, String before, String after) {}

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
