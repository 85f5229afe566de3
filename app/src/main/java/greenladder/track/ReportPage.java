package greenladder.track;

import greenladder.chart.Axis.Tick;
import greenladder.panel.ItemPanel;
import greenladder.view.Choice;
import greenladder.view.SideList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What became of a sprint.
 *
 * @param head null where there is no sprint
 * @param points null before the start
 * @param hours null where no task has hours
 * @param side what was picked: a day of the burndown, or a figure; null for nothing
 * @param closing how the board stood at the close; null before it
 * @param notes what was noted; null before the start
 */
public record ReportPage(
        String product,
        String url,
        long operation,
        List<Choice> sprints,
        @Nullable Head head,
        List<Figure> figures,
        @Nullable Burndown points,
        @Nullable Burndown hours,
        @Nullable SideList side,
        @Nullable Closing closing,
        @Nullable Notes notes,
        @Nullable ItemPanel panel) {

    /**
     * @param words what the burndown means, in a sentence
     */
    record Head(
            String name,
            String team,
            String dates,
            String goal,
            String words,
            String sprintUrl,
            String loadUrl) {}

    /**
     * @param url where what makes it up is told; empty for nowhere
     * @param picked whether that is told now
     */
    record Figure(String label, String points, String count, String url, boolean picked) {}

    /**
     * @param columns of the board
     * @param map the same cards by what they stand under
     */
    record Closing(String when, List<Column> columns, List<Column> map) {}

    record Column(String name, String sum, List<Card> cards) {}

    record Card(String key, String title, String size, String person, boolean done) {}

    /**
     * @param action where notes are written to
     * @param mayWrite whether the reader may
     */
    record Notes(String action, boolean mayWrite, List<NoteList> lists) {}

    record NoteList(String kind, String label, List<Note> notes) {}

    /**
     * @param item what was made of it; empty for nothing
     */
    record Note(int number, String text, String item) {}

    /**
     * @param left path of what remained
     * @param ideal path of what would be left if as much was done each working day; empty for none
     * @param scope path of all that the sprint held; empty for none
     * @param flags changes of what it holds
     * @param labels what each line is
     * @param today where today is; 0 for outside
     * @param points its days, see {@link Plot#points}
     */
    public record Burndown(
            String id,
            String title,
            String unit,
            int width,
            int height,
            int bottom,
            int right,
            List<Tick> across,
            List<Tick> up,
            List<Span> off,
            String left,
            String ideal,
            String scope,
            List<Flag> flags,
            List<Label> labels,
            int today,
            String points,
            List<Row> rows) {}

    /** What a line is, at its end. */
    record Label(int x, int y, String text) {}

    /** Days on which nobody works. */
    record Span(int at, int wide) {}

    /**
     * @param path of a small pennant, up for what was added, down for what was removed
     */
    record Flag(String key, String path, String words) {}

    record Row(String date, String left, String ideal, String scope, String changes) {}
}
