package greenladder.trace;

import greenladder.chart.Axis.Tick;
import greenladder.panel.ItemPanel;
import greenladder.web.Stem;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Every goal: what is measured, what serves it, and how it stands.
 *
 * @param words how much is done in all
 * @param elsewhere what the goals of other products take, so that the shares add up to the whole
 * @param without what serves no goal
 */
record GoalPage(
        String product,
        String url,
        long operation,
        String words,
        boolean mayShape,
        String level,
        List<Goal> goals,
        List<Elsewhere> elsewhere,
        @Nullable Work without,
        @Nullable ItemPanel panel) {

    /**
     * @param who has it, and by when it is to be reached
     * @param initiatives what stands right below it, and what contributes to it
     * @param trouble what is in the way, in words; empty for nothing
     */
    record Goal(
            String key,
            String title,
            String who,
            @Nullable Rule rule,
            Work work,
            Health health,
            Initiatives initiatives,
            String trouble,
            Form form) {}

    /**
     * @param rest how many are not shown
     */
    record Initiatives(List<Initiative> shown, int rest) {}

    /**
     * @param share what part of it serves the goal, in words; empty for all of it
     */
    record Initiative(String key, String title, Stem stem, String share) {}

    record Elsewhere(String code, String name, Work work) {}

    /**
     * @param why the Ladder says something else; empty where it does not
     * @param share of all effort, in percent
     */
    record Work(Stem stem, String words, String why, int share, String shareInWords) {}

    /**
     * A measure as a rule from its beginning to its target.
     *
     * @param ticks small marks of the rule
     * @param readings where it stood, with the day in words
     * @param at where it stands now; null before the first reading
     * @param beyond whether that lies outside of the rule
     * @param line the readings over time, as a path
     */
    record Rule(
            String label,
            String from,
            String to,
            List<Integer> ticks,
            List<Tick> readings,
            @Nullable Integer at,
            boolean beyond,
            String nowInWords,
            String line,
            String words) {}

    /**
     * @param state its word; empty where nothing was said
     * @param told who said it when, with words
     * @param hint that it is old, or what the figures suggest; empty for neither
     * @param series all notes, the latest first
     */
    record Health(
            String state,
            String slug,
            String words,
            String told,
            String hint,
            List<String> series) {
        /** The pennant as a path: level, drooping or down. */
        public String pennant() {
            return switch (slug) {
                case "on-course" -> "M3 2 H16 L12 6 L16 10 H3 Z";
                case "in-doubt" -> "M3 2 L15 8 L10 9 L12 14 L3 10 Z";
                default -> "M3 2 L7 14 L3 18 Z";
            };
        }
    }

    /** What stands in the forms. */
    record Form(String from, String target, String unit, String today, List<String> readings) {}
}
