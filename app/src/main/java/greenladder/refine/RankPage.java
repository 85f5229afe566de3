package greenladder.refine;

import greenladder.list.FilterLine;
import greenladder.list.TableHead;
import greenladder.panel.ItemPanel;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The ranked list as it is drawn: a stretch of its lines, and what stands beside it.
 *
 * @param operation the last one that the page shows
 * @param from the index of the first line drawn
 * @param above the height, in pixels, of the lines before it
 * @param below the height of those after the last
 * @param lines as HTML, a stretch of them at a time
 * @param byRank whether the list stands in the one order, so that moving means something
 * @param adding null where nothing may be added
 * @param sorted what it is sorted by otherwise; empty for the one order
 */
public record RankPage(
        String product,
        String url,
        String query,
        long operation,
        String queue,
        List<Choice> levels,
        List<Choice> queues,
        TableHead head,
        FilterLine line,
        String figures,
        int from,
        int count,
        int above,
        int below,
        List<String> lines,
        boolean byRank,
        String sorted,
        boolean mayOrder,
        @Nullable Adding adding,
        String side,
        List<Choice> sides,
        @Nullable Picture picture,
        @Nullable Sources sources,
        @Nullable ItemPanel panel,
        boolean panelKept) {

    /**
     * What is added by typing a title.
     *
     * @param named its level, as in "Add a story"
     */
    public record Adding(String level, String named) {}

    public record Choice(String key, String label, String url, boolean current) {}

    /**
     * What stands beside the list where nothing else does.
     *
     * @param marked how many items are on the agenda, of which the first are named
     */
    public record Picture(
            Scatter scatter, int marked, List<AgendaLine> agenda, List<Candidates> candidates) {}

    public record AgendaLine(String key, String title, String why, String url) {}
}
