package greenladder.track.dashboard;

import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import greenladder.track.BurnupPage;
import greenladder.track.ReportPage;
import greenladder.track.TrackTable;
import greenladder.track.flow.FlowPage;
import greenladder.track.flow.VelocityChart;
import greenladder.view.Choice;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A page of figures and lists that somebody arranged.
 *
 * @param id 0 for the one that everybody has from the start
 * @param whose in words
 * @param teams whose it can be
 * @param adding what can be added, by kind; none for who may not change it
 * @param narrowing what is being narrowed down; null for nothing
 */
record DashboardPage(
        String product,
        String url,
        long operation,
        List<Choice> dashboards,
        long id,
        String name,
        String whose,
        boolean mayChange,
        boolean mayKeep,
        List<Option> teams,
        List<OptionGroup> adding,
        @Nullable Narrowing narrowing,
        List<Tile> tiles,
        @Nullable ItemPanel panel) {

    record Option(String value, String label, boolean current) {}

    record OptionGroup(String label, List<Option> options) {}

    /**
     * A figure for which a filter is chosen.
     *
     * @param filter what has been chosen, to be kept
     * @param backUrl the dashboard with the figure as it was
     */
    record Narrowing(int tile, FilterLine line, String filter, String backUrl) {}

    /**
     * @param what it shows, see {@link DashboardTile#what}
     * @param url the view that tells more; empty for none
     * @param words what it says in a sentence
     * @param only what it is narrowed down to, in words
     * @param narrowUrl where a filter is chosen for it; empty where there is none
     * @param missing why there is nothing to show; empty where there is
     */
    record Tile(
            int id,
            String what,
            boolean wide,
            String title,
            String url,
            String words,
            List<String> only,
            String narrowUrl,
            String missing,
            @Nullable Picture picture,
            @Nullable TrackTable table,
            boolean tableIsTwin) {

        Tile narrowed(List<String> only, String narrowUrl) {
            return new Tile(
                    id,
                    what,
                    wide,
                    title,
                    url,
                    words,
                    only,
                    narrowUrl,
                    missing,
                    picture,
                    table,
                    tableIsTwin);
        }
    }

    /** One of the charts that there are; the others are null. */
    record Picture(
            ReportPage.@Nullable Burndown burndown,
            @Nullable VelocityChart velocity,
            FlowPage.@Nullable Cumulative cumulative,
            BurnupPage.@Nullable Chart burnup) {}
}
