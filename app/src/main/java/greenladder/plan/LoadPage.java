package greenladder.plan;

import greenladder.panel.ItemPanel;
import greenladder.plan.Ruler.Span;
import greenladder.view.Choice;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Who does what on which day of a sprint, in percent of the days that are left and of what lies
 * beyond them.
 *
 * @param head null where there is no sprint, or it is closed
 * @param waits which tasks wait for which others, for the script that draws the lines
 * @param hint how what lies beyond could be brought in; empty for nothing
 */
record LoadPage(
        String product,
        String url,
        long operation,
        List<Choice> sprints,
        @Nullable Head head,
        List<Day> days,
        List<DrawnRow> rows,
        List<SprintPage.Bar> skills,
        List<TaskLine> nobody,
        List<TaskLine> unsaid,
        List<Wait> waits,
        String hint,
        List<SprintPage.Person> people,
        @Nullable ItemPanel panel) {

    /**
     * @param end where the sprint ends
     * @param endsLate whether that is right of the middle, so that there is room for words left of
     *     it
     * @param none why there is nothing to lay tasks into; empty where there is
     */
    record Head(
            String key,
            String name,
            String team,
            String words,
            String sprintUrl,
            String end,
            boolean endsLate,
            String endWords,
            boolean mayWork,
            String none) {}

    record Day(String at, String label, boolean beyond) {}

    /** A person's row, and the same as rows of a table, as HTML. */
    record DrawnRow(String drawn, String table) {}

    /**
     * A row, before it is drawn, with what it shares with the others.
     *
     * @param end where the sprint ends
     */
    record RowModel(
            Row row, List<Day> days, String end, boolean mayWork, List<SprintPage.Person> people) {}

    /**
     * @param note their hours, in words
     * @param off days on which they are away
     * @param table the same as rows of a table
     */
    record Row(
            String person,
            String name,
            String note,
            SprintPage.Bar bar,
            List<Span> off,
            List<Piece> pieces,
            List<TableLine> table) {}

    /**
     * A stretch of a task on one day.
     *
     * @param label empty where it only goes on
     * @param look {@code under-way}, {@code to-do} or {@code beyond}
     * @param title all of it in words
     * @param next the task that comes next, and {@code previous} the one before: where the keyboard
     *     moves it; empty for none
     */
    record Piece(
            String key,
            String label,
            String hours,
            Span span,
            String look,
            String title,
            boolean first,
            String previous,
            String next) {}

    record TableLine(
            String key, String title, String hours, String begins, String ends, String waits) {}

    record TaskLine(String key, String title, String more) {}

    record Wait(String task, String after) {}
}
