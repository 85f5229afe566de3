package greenladder.track;

import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import greenladder.view.Choice;
import greenladder.web.Stem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How far everything is, in rank order.
 *
 * @param words what it says in one sentence
 * @param parts what it can be narrowed to
 * @param sums names of the product's own fields that add up
 * @param more leads to a longer list; empty where all is shown
 */
public record ProgressPage(
        String product,
        String url,
        long operation,
        FilterLine line,
        List<Choice> levels,
        List<Choice> measures,
        List<Choice> parts,
        String words,
        List<String> sums,
        List<Row> rows,
        @Nullable Row total,
        String more,
        @Nullable ItemPanel panel) {

    /**
     * @param below how many levels below the first of the list
     * @param key empty for the total and for what stands under nothing
     * @param figures done of all there is, in words
     * @param since what changed within the last week
     */
    public record Row(
            String key,
            String level,
            String title,
            int below,
            Stem stem,
            String figures,
            String percent,
            String inProgress,
            Counted unsized,
            Counted blocked,
            String drift,
            boolean grew,
            String slip,
            Changed since,
            List<String> sums) {}

    /**
     * What changed within the last week.
     *
     * @param words empty for nothing
     * @param tick where the stem ended then, in its pixels; less than 0 where it ends there now
     */
    public record Changed(String words, double tick) {
        static final Changed NOTHING = new Changed("", -1);
    }

    /**
     * @param text empty for none
     * @param url where these items are listed; empty where there is no such list
     */
    public record Counted(String text, String url) {}
}
