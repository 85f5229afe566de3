package greenladder.track;

import greenladder.chart.Axis.Tick;
import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How work of a product flowed.
 *
 * @param words what it says in one sentence
 * @param cumulative null where nothing happened yet
 * @param cycles null where nothing was finished
 */
public record FlowPage(
        String product,
        String url,
        long operation,
        FilterLine line,
        List<Choice> teams,
        List<Choice> levels,
        List<Choice> spans,
        List<Choice> measures,
        String measure,
        String words,
        @Nullable Cumulative cumulative,
        @Nullable Cycles cycles,
        List<Week> weeks,
        List<Age> ages,
        @Nullable DayStory day,
        @Nullable ItemPanel panel) {
    static final int WIDTH = Plots.WIDTH;
    static final int HEIGHT = Plots.HEIGHT;
    static final int LEFT = Plots.LEFT;
    static final int RIGHT = 70;
    static final int TOP = Plots.TOP;
    static final int BOTTOM = Plots.BOTTOM;

    /**
     * What stood in each category at the end of each day, as areas on each other.
     *
     * @param done path of the area, as are the others
     * @param labels what each is, at the end of its line
     */
    public record Cumulative(
            int width,
            int height,
            int bottom,
            int right,
            List<Tick> across,
            List<Tick> up,
            String done,
            String inProgress,
            String toDo,
            List<Plots.Label> labels,
            String points,
            TrackTable table) {}

    /**
     * @param dots as HTML
     * @param lines percentiles across
     * @param cut what is not in the table; empty where all are
     */
    record Cycles(
            int width,
            int height,
            int bottom,
            int right,
            List<Tick> across,
            List<Tick> up,
            String dots,
            List<Line> lines,
            TrackTable table,
            String cut) {}

    /**
     * @param label the height of its text, beside the chart
     */
    record Line(int y, int label, String text) {}

    /**
     * @param bar its length, in percent
     */
    record Week(String monday, String url, String items, String points, int bar) {}

    /**
     * @param old whether it takes longer than most did
     */
    public record Age(
            String key,
            String title,
            String state,
            String person,
            String days,
            int bar,
            boolean old) {}
}
