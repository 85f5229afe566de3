package greenladder.track;

import greenladder.chart.Axis.Tick;
import greenladder.panel.ItemPanel;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What became of a sprint.
 *
 * @param head null where there is no sprint
 * @param words what the burndown means, in a sentence
 * @param points null before the start
 * @param hours null where no task has hours
 * @param opened what is told of a day of the burndown; null for none
 * @param velocity null where no sprint of the team is closed
 * @param closing how the board stood at the close; null before it
 * @param notes what was noted; null before the start
 */
public record ReportPage(
        String product,
        String url,
        long operation,
        List<Choice> sprints,
        @Nullable Head head,
        String words,
        List<Figure> figures,
        @Nullable Burndown points,
        @Nullable Burndown hours,
        @Nullable DayStory opened,
        @Nullable Velocities velocity,
        @Nullable Closing closing,
        @Nullable Notes notes,
        @Nullable ItemPanel panel) {

    record Head(String name, String team, String dates, String goal, String sprintUrl) {}

    /**
     * @param items that make it up
     */
    record Figure(String label, String count, String points, List<Item> items) {}

    record Item(String key, String title) {}

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
     * @param points its days, see {@link Plots#points}
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

    /**
     * @param mean where it stands; its words beside it
     */
    public record Velocities(
            int width,
            int height,
            int bottom,
            int right,
            List<Tick> up,
            List<Bar> bars,
            int mean,
            String meanInWords,
            String words) {}

    /**
     * @param committed height of what was committed; 0 where that is not known
     */
    record Bar(
            String name,
            String url,
            int x,
            int wide,
            int committedAt,
            int committed,
            int completedAt,
            int completed,
            String committedInWords,
            String completedInWords,
            String words) {}
}
