package greenladder.trace;

import greenladder.web.RungMark;
import greenladder.web.Stem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An item's thread, drawn and as a list. Lengths and places are in pixels.
 *
 * @param goals the other threads that one may want to see
 */
record ThreadPage(
        String key,
        String title,
        String url,
        String summary,
        int width,
        int height,
        List<ColumnHead> heads,
        List<Knot> knots,
        List<Line> lines,
        List<GoalLink> goals) {

    record ColumnHead(String label, double x) {}

    record GoalLink(String title, String url, boolean current) {}

    /**
     * An item on the drawing.
     *
     * @param parent key of the item above; empty at the top
     * @param depth steps from the top of the thread, for the list
     * @param titleLines the title, broken to fit and cut short where it does not
     */
    record Knot(
            String key,
            String parent,
            int depth,
            double x,
            double y,
            RungMark mark,
            String kind,
            List<String> titleLines,
            String title,
            String stateName,
            String stateCategory,
            @Nullable Stem stem,
            String figure,
            boolean self,
            boolean onWay,
            String url,
            String ladderUrl,
            String hiddenWords) {}

    /**
     * @param path SVG path data
     */
    record Line(String path, boolean onWay) {}
}
