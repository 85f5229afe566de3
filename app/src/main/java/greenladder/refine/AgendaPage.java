package greenladder.refine;

import greenladder.panel.ItemPanel;
import greenladder.refine.AgendaRoom.Walker;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The agenda as it is walked.
 *
 * @param figures how many are still to come, and how many were discussed today
 * @param talk the item that is talked about; null where there is none
 */
public record AgendaPage(
        String product,
        String url,
        String figures,
        List<Group> groups,
        @Nullable Talk talk,
        List<Candidates> candidates) {

    /** The items under one epic. */
    public record Group(String title, List<Entry> entries) {}

    /**
     * @param through whether it was discussed today
     */
    public record Entry(
            String key,
            String title,
            String why,
            String size,
            String url,
            boolean current,
            boolean through,
            boolean candidate,
            List<Walker> walkers) {}

    /**
     * @param place such as "3 of 7"
     * @param nextUrl the next item that is still to come; the place itself at the end
     */
    public record Talk(
            String key,
            String why,
            String place,
            String previousUrl,
            String nextUrl,
            List<Step> steps,
            boolean candidate,
            boolean maySize,
            boolean mayChoose,
            boolean mayMark,
            boolean maySplit,
            ItemPanel panel) {}

    public record Step(String label, String size, boolean chosen) {}
}
