package greenladder.work;

import greenladder.panel.ItemPanel;
import greenladder.web.RungMark;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What somebody has to do.
 *
 * @param hint where more than two things are under way, a gentle word about it; else empty
 * @param hours what they entered for today, in words
 */
record WorkPage(
        String product,
        String url,
        long operation,
        List<Row> underWay,
        String hint,
        List<Group> ahead,
        List<Row> waiting,
        List<Wait> forOthers,
        List<ToRead> toRead,
        List<Note> notices,
        List<Row> toAccept,
        String hours,
        String today,
        @Nullable ItemPanel panel) {

    /** A review that waits for an answer. */
    record ToRead(String name, String words, String url) {}

    record Group(String name, String words, List<Row> rows) {}

    /**
     * @param above the story of a task, or what stands above
     * @param role empty for the lead
     * @param isTask whether hours can be entered
     */
    record Row(
            String key,
            RungMark mark,
            String title,
            String kind,
            String above,
            String role,
            String state,
            List<State> states,
            String left,
            String size,
            String trouble,
            String ask,
            boolean isTask,
            boolean mayEdit,
            String blocked) {}

    record State(String key, String name, boolean current) {}

    /** Others who cannot go on before something is done. */
    record Wait(String key, String title, String words) {}

    record Note(long id, String words, String key, String when) {}
}
