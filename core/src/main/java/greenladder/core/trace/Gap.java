package greenladder.core.trace;

import greenladder.core.value.ItemKey;
import java.util.Arrays;
import java.util.Optional;

/**
 * Something that is missing, or does not fit together.
 *
 * @param words what is wrong
 */
public record Gap(Kind kind, ItemKey item, String words) {
    /** What can be missing, with what is to be done about it. */
    public enum Kind {
        NO_GOAL("no-goal", "No goal", "Move it under a goal, or link it as contributing to one."),
        NO_WORK("no-work", "Goal without work", "Break it down, or drop it."),
        NO_CHILDREN("no-children", "Not broken down", "Add the work it takes."),
        LOOSE("loose", "No parent", "Set a parent."),
        DONE_WITH_OPEN(
                "done-with-open",
                "Done with open work below",
                "Finish what is below, or reopen it."),
        ALL_DONE_OPEN("all-done-open", "All below is done", "Set it done, or add what is missing."),
        NO_CRITERIA("no-criteria", "No acceptance criteria", "Add acceptance criteria."),
        NOT_SIZED("not-sized", "Not sized", "Size it."),
        AFTER_PARENT("after-parent", "Finishes after its parent", "Move one of the dates."),
        BLOCKED_BY_LATER(
                "blocked-by-later", "Depends on what comes later", "Plan the other first."),
        SUSPECT("suspect", "Link to check again", "Read both, and confirm the link."),
        STALE("stale", "In progress, but untouched", "Update its progress."),
        NO_MEASURE("no-measure", "Nothing is measured", "Set a measure, and add readings."),
        NO_TEST("no-test", "No test", "Write a test that covers it."),
        TEST_FAILED("test-failed", "Test failed last time", "Fix it, and run the test again.");

        private final String slug;
        private final String label;
        private final String remedy;

        Kind(String slug, String label, String remedy) {
            this.slug = slug;
            this.label = label;
            this.remedy = remedy;
        }

        public String slug() {
            return slug;
        }

        public String label() {
            return label;
        }

        public String remedy() {
            return remedy;
        }

        public static Optional<Kind> find(String slug) {
            return Arrays.stream(values()).filter(kind -> kind.slug.equals(slug)).findFirst();
        }
    }
}
