package greenladder.trace;

import greenladder.web.RungMark;
import greenladder.web.Stem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An item's thread, drawn and as a list. Lengths and places are in pixels.
 *
 * @param marks of each level, from the top
 * @param types the links that can be shown
 * @param kept the folded branches, where they are not as at first
 * @param branches ways to open or fold them all
 * @param ways levels as columns or as rows
 * @param goals the other threads that one may want to see
 * @param mayLink whether the reader may link items
 */
record ThreadPage(
        String key,
        String title,
        String url,
        String summary,
        int width,
        int height,
        List<RungMark> marks,
        List<LevelHead> heads,
        List<GraphNode> knots,
        List<Line> lines,
        List<TypeChoice> types,
        List<Fold> kept,
        List<Way> branches,
        List<Way> ways,
        List<GoalLink> goals,
        List<String> linkTypes,
        boolean mayLink) {

    /**
     * @param width of what lies behind it
     */
    record LevelHead(String label, double x, double y, int width) {}

    record GoalLink(String title, String url, boolean current) {}

    record TypeChoice(String value, String label, boolean chosen) {}

    /** A branch that stays folded when something else is chosen. */
    record Fold(String key) {}

    record Way(String url, String label, boolean current) {}

    /**
     * An item on the drawing.
     *
     * @param parent key of the item above; empty at the top
     * @param depth steps from the top of the thread, for the list
     * @param titleLines the title, broken to fit and cut short where it does not
     * @param linked what links it to others on the drawing, in words; empty for nothing
     * @param foldUrl where its branch is folded or opened; empty where it has none
     * @param foldWords what stands on the fold
     */
    record GraphNode(
            String key,
            String parent,
            int depth,
            double x,
            double y,
            int level,
            String levelName,
            String kind,
            List<String> titleLines,
            String title,
            String stateName,
            String stateCategory,
            @Nullable Stem stem,
            String figure,
            boolean self,
            boolean onWay,
            boolean aside,
            String linked,
            String url,
            String ladderUrl,
            String hiddenWords,
            String foldUrl,
            String foldWords) {}

    /**
     * @param path SVG path data
     * @param type slug of the link; empty for a parent and its child
     * @param words what it is; empty for a parent and its child
     */
    record Line(String path, boolean onWay, String type, boolean suspect, String words) {}
}
