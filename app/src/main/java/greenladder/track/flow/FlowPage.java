package greenladder.track.flow;

import greenladder.chart.Axis.Tick;
import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import greenladder.track.Headline;
import greenladder.track.Plot;
import greenladder.track.TrackTable;
import greenladder.view.Choice;
import greenladder.view.SideList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How work of a product flowed, and how much its teams complete.
 *
 * @param measure what is counted, as a word
 * @param cumulative null where nothing happened yet
 * @param cycles null where nothing was finished
 * @param side what was picked in a chart; null for nothing
 */
public record FlowPage(
        String product,
        String url,
        long operation,
        Controls controls,
        String measure,
        List<Headline> headlines,
        @Nullable Cumulative cumulative,
        @Nullable Cycles cycles,
        Ages ages,
        @Nullable Weeks weeks,
        Completed completed,
        @Nullable SideList side,
        @Nullable ItemPanel panel) {

    /** What the page can be asked for instead. */
    record Controls(
            FilterLine line,
            List<Choice> teams,
            List<Choice> levels,
            List<Choice> spans,
            List<Choice> measures) {}

    /**
     * What stood in each category at the end of each day, as areas on each other.
     *
     * @param done path of the area, as are the others
     * @param labels what each is, at the end of its line
     * @param picked where the day stands that is told of at the side; 0 for none
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
            List<Plot.Label> labels,
            String points,
            int picked,
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
     * What is in progress, the oldest first.
     *
     * @param usual where 85 % of what was finished stood, in percent of the width; 0 where nothing
     *     was
     * @param rest how many are not shown
     */
    public record Ages(List<Age> rows, int usual, int rest) {}

    /**
     * @param about its state and person
     * @param bar its length, in percent
     * @param old whether it takes longer than most did
     */
    public record Age(String key, String title, String about, String days, int bar, boolean old) {}

    /** What was finished in each week. */
    record Weeks(
            int width,
            int height,
            int bottom,
            int right,
            List<Tick> up,
            List<WeekBar> bars,
            TrackTable table) {}

    /**
     * @param label its first day; empty where there is no room for it
     */
    record WeekBar(String url, String label, int x, int wide, int y, int high, String words) {}

    /**
     * How much the teams completed, sprint by sprint.
     *
     * @param rest how many teams are not shown
     * @param table the sprints of one team beside each other; null where all teams are shown
     */
    record Completed(List<VelocityChart> charts, int rest, @Nullable TrackTable table) {}
}
