package greenladder.core.level;

import greenladder.core.level.Level.Measure;
import java.util.List;

/** The six levels that a product starts with. */
public final class StandardLevels {
    private static final State DROPPED = new State("dropped", "Dropped", Category.DROPPED);
    private static final State DONE = new State("done", "Done", Category.DONE);
    private static final State TO_DO = new State("to-do", "To do", Category.TO_DO);
    private static final State UNDER_WAY =
            new State("under-way", "Under way", Category.IN_PROGRESS);

    private static final States OF_AIMS = States.of(TO_DO, UNDER_WAY, DONE, DROPPED);
    private static final States OF_STORIES =
            States.of(
                    TO_DO,
                    new State("ready", "Ready", Category.TO_DO),
                    UNDER_WAY,
                    new State("in-test", "In test", Category.IN_PROGRESS),
                    DONE,
                    DROPPED);

    private StandardLevels() {}

    public static Levels six() {
        return new Levels(
                List.of(
                        new Level(
                                "goal",
                                "Goal",
                                "Goals",
                                0,
                                Measure.POINTS,
                                false,
                                List.of("goal"),
                                OF_AIMS),
                        new Level(
                                "initiative",
                                "Initiative",
                                "Initiatives",
                                1,
                                Measure.POINTS,
                                true,
                                List.of("initiative"),
                                OF_AIMS),
                        new Level(
                                "epic",
                                "Epic",
                                "Epics",
                                2,
                                Measure.POINTS,
                                true,
                                List.of("epic"),
                                OF_AIMS),
                        new Level(
                                "feature",
                                "Feature",
                                "Features",
                                3,
                                Measure.POINTS,
                                true,
                                List.of("feature"),
                                OF_AIMS),
                        new Level(
                                "story",
                                "Story",
                                "Stories",
                                4,
                                Measure.POINTS,
                                false,
                                List.of("story", "bug", "spike", "enabler"),
                                OF_STORIES),
                        new Level(
                                "task",
                                "Task",
                                "Tasks",
                                5,
                                Measure.HOURS,
                                false,
                                List.of("task"),
                                OF_AIMS)));
    }
}
