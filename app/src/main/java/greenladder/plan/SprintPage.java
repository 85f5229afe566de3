package greenladder.plan;

import greenladder.panel.ItemPanel;
import greenladder.view.Choice;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the page of a sprint shows.
 *
 * @param stories as HTML
 */
public record SprintPage(
        String product,
        String url,
        long operation,
        List<Choice> sprints,
        @Nullable Head head,
        List<String> stories,
        List<Task> strays,
        @Nullable Busy busy,
        List<Past> past,
        @Nullable Outcome outcome,
        @Nullable ItemPanel panel) {

    /**
     * @param url where what is changed about it is sent
     * @param figures such as "26 of 27 points"
     * @param warnings what is told before it is started
     * @param targets where unfinished work can go
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
            boolean mayPlan,
            boolean mayWork,
            boolean mayStart,
            boolean mayClose,
            List<String> warnings,
            List<Line> unfinished,
            List<BenchPage.Target> targets,
            String nextName,
            List<Taker> people,
            boolean mayRemove,
            int items) {}

    record Line(String key, String title) {}

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
