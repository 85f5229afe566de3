package greenladder.plan.backlog;

import greenladder.card.ItemCard;
import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import greenladder.plan.SprintGauge;
import greenladder.view.Choice;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A team's lists as they are drawn.
 *
 * @param operation the last one that the page shows
 * @param team its key; empty for none
 * @param level the level of what is written into a list
 * @param lists the sprints, the nearest first, and the backlog last
 * @param mix null where the team has no list
 */
record BacklogPage(
        String product,
        String url,
        long operation,
        String team,
        List<Choice> teams,
        List<Choice> counts,
        List<Choice> layouts,
        boolean stacked,
        FilterLine line,
        String level,
        List<Listed> lists,
        List<Pane> releases,
        List<Pane> epics,
        @Nullable Mix mix,
        @Nullable ItemPanel panel) {

    /**
     * One list.
     *
     * @param sprint the key of a sprint; empty for the backlog
     * @param gauge null for the backlog
     * @param states how many are in which state, in words
     * @param rows as HTML
     */
    record Listed(
            String sprint,
            String name,
            String url,
            String when,
            String figures,
            String over,
            @Nullable SprintGauge gauge,
            String states,
            List<Person> people,
            List<Share> shares,
            List<String> rows,
            String moreUrl,
            boolean mayAdd,
            boolean mayPlan) {}

    /** What somebody has of a list. */
    record Person(String initials, String name, String points) {}

    /**
     * How much of a list's points one value has.
     *
     * @param percent of the list
     * @param words its target, and what it was in the last sprints; empty for neither
     * @param far whether it is ten points of a hundred or more from its target
     */
    record Share(String label, int percent, String words, boolean far) {}

    /**
     * Something beside the lists that rows are dropped on, and that narrows them.
     *
     * @param key of a release or an item
     */
    record Pane(String key, String name, String words, String url, boolean picked) {}

    /**
     * By what shares are told.
     *
     * @param by the facet's id
     * @param text the targets, one on each line
     */
    record Mix(String by, List<Option> options, String text, boolean mayChange) {}

    record Option(String value, String label) {}

    /**
     * A row, before it is drawn.
     *
     * @param value empty for none, as the score
     * @param trouble why it is out of order or blocked; empty for nothing
     */
    record RowModel(
            String product,
            ItemCard item,
            String value,
            String score,
            String look,
            String trouble,
            boolean mayPlan) {}
}
