package greenladder.track;

import greenladder.panel.ItemPanel;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A page of figures and lists that somebody arranged.
 *
 * @param id 0 for the one that everybody has from the start
 * @param whose in words
 * @param teams whose it can be
 * @param adding what can be added, by kind; none for who may not change it
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
        List<Tile> tiles,
        @Nullable ItemPanel panel) {

    record Option(String value, String label, boolean current) {}

    record OptionGroup(String label, List<Option> options) {}

    /**
     * @param what it shows, see {@link DashboardTile#what}
     * @param url the view that tells more; empty for none
     * @param words what it says in a sentence
     * @param missing why there is nothing to show; empty where there is
     */
    record Tile(
            int id,
            String what,
            boolean wide,
            String title,
            String url,
            String words,
            String missing,
            @Nullable Picture picture,
            @Nullable TrackTable table,
            boolean tableIsTwin) {}

    /** One of the charts that there are; the others are null. */
    record Picture(
            ReportPage.@Nullable Burndown burndown,
            ReportPage.@Nullable Velocities velocity,
            FlowPage.@Nullable Cumulative cumulative,
            BurnupPage.@Nullable Chart burnup) {}
}
