package greenladder.plan;

import greenladder.panel.ItemPanel;
import greenladder.view.Choice;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the page of a sprint shows.
 *
 * @param stories as HTML
 * @param next what would be pulled in next; null where nothing waits, or where nobody may
 * @param glance how it stands; null unless it is running
 */
public record SprintPage(
        String product,
        String url,
        long operation,
        List<Choice> sprints,
        @Nullable Head head,
        List<String> stories,
        List<Task> strays,
        @Nullable Next next,
        @Nullable Glance glance,
        @Nullable Busy busy,
        List<Past> past,
        @Nullable Outcome outcome,
        @Nullable ItemPanel panel) {

    /**
     * @param url where what is changed about it is sent
     * @param figures such as "26 of 27 points"
     * @param warnings what is told before it is started
     * @param closing what closing it is about
     */
    public record Head(
            String key,
            String url,
            String name,
            String team,
            String standing,
            String dates,
            String daysLeft,
            String goal,
            String start,
            String finish,
            String figures,
            String over,
            String usual,
            String benchUrl,
            String boardUrl,
            String reportUrl,
            boolean mayPlan,
            boolean mayWork,
            boolean mayStart,
            boolean mayClose,
            List<String> warnings,
            Closing closing,
            List<Taker> people,
            boolean mayRemove,
            int items) {}

    /**
     * @param done how much of it is done, in words
     * @param begun what is unfinished and begun
     * @param unbegun what is unfinished and not begun
     * @param targets where unfinished work can go
     * @param nextName of the sprint after it
     */
    record Closing(
            String done,
            List<Line> begun,
            List<Line> unbegun,
            List<BenchPage.Target> targets,
            String nextName) {}

    record Line(String key, String title) {}

    /**
     * @param words its size, and whether it is a candidate
     */
    record Next(String key, String title, String words) {}

    /**
     * How a running sprint stands.
     *
     * @param changes what happened since the last working day
     * @param tests what the tests of its stories say, in words; empty where there are none
     * @param failing the stories of which a test failed
     */
    record Glance(
            Burn burn, String since, List<Change> changes, String tests, List<Line> failing) {}

    /**
     * The burndown in small.
     *
     * @param left what was left at the end of each day, as the points of a line
     * @param ideal the same of the ideal line
     */
    record Burn(String left, String ideal, String words) {}

    record Change(String what, List<Line> items) {}

    record Taker(String handle, String name, boolean here, boolean guest) {}

    /**
     * @param hours of its tasks, in words
     * @param thought what it was thought to take before it had tasks, in hours; empty for nothing
     * @param beyond whether the capacity ends before it
     */
    record Story(
            String key,
            int level,
            String title,
            String look,
            String state,
            String size,
            boolean maySize,
            String person,
            boolean agreed,
            boolean beyond,
            boolean blocked,
            String hours,
            String thought,
            boolean mayThink,
            List<Task> tasks) {}

    /**
     * A story, before it is drawn.
     *
     * @param planned whether its sprint has not started
     * @param people who can be given a task of it
     */
    record StoryModel(
            Story story, boolean mayPlan, boolean mayWork, boolean planned, List<Person> people) {}

    record Task(
            String key,
            int level,
            String title,
            String look,
            String state,
            String person,
            String skill,
            String hours,
            String parent,
            boolean mayEdit) {}

    record Busy(List<Bar> people, List<Bar> skills, String nobody, List<Person> choices) {}

    record Person(String handle, String name) {}

    /**
     * Hours that are to be worked against those that there are.
     *
     * @param load its width, in percent
     * @param tick where the hours end
     * @param points committed and candidate, for those who plan without tasks
     */
    record Bar(
            String key,
            String name,
            String words,
            String over,
            String load,
            String tick,
            String spillAt,
            String spill,
            String points) {}

    /**
     * One of the team's last closed sprints.
     *
     * @param more what was not done, what of it mended bugs, who was away
     */
    record Past(String name, String url, String points, String more) {}

    /** What became of it so far, as words and figures. */
    record Outcome(List<Figure> figures) {}

    record Figure(String label, String items, String points) {}
}
