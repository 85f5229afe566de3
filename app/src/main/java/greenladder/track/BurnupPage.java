package greenladder.track;

import greenladder.chart.Axis.Tick;
import greenladder.panel.ItemPanel;
import greenladder.view.Choice;
import greenladder.view.SideList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How a release, goal or epic grew and was done.
 *
 * @param of what it is about; empty where there is nothing to choose
 * @param left where the same is told as what is left
 * @param chart null where nothing was there yet
 */
public record BurnupPage(
        String product,
        String url,
        long operation,
        List<Choice> subjects,
        List<Choice> ways,
        DaySpan span,
        String of,
        String key,
        String words,
        @Nullable Chart chart,
        @Nullable SideList side,
        @Nullable ItemPanel panel) {

    /**
     * @param name as a file
     * @param picked where the day stands that is told of at the side; 0 for none
     * @param target where the day stands by which it should be done; 0 for none
     */
    public record Chart(
            String name,
            String title,
            int width,
            int height,
            int bottom,
            int right,
            List<Tick> across,
            List<Tick> up,
            String done,
            String inProgress,
            String scope,
            List<Plot.Label> labels,
            List<Flag> flags,
            int today,
            int target,
            String targetInWords,
            String points,
            int picked,
            TrackTable table) {}

    /** A day on which what there is changed. */
    record Flag(String path, String words, String url) {}
}
