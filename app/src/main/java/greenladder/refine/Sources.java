package greenladder.refine;

import java.util.List;

/** What a team's queue is filled from: the ranked work of its products, and its intake lists. */
record Sources(
        String team, List<Ranked> ranked, List<Intake> intakes, boolean mayEdit, List<Kind> kinds) {

    /** The work of a product that no team has yet. */
    public record Ranked(String product, String name, List<Work> items, String more) {}

    public record Work(
            String key, int level, String title, String band, String value, String size) {}

    public record Intake(long id, String name, String into, List<Entry> entries) {}

    public record Entry(long id, String title, String value, String size, String asked) {}

    /** What entries of a new list become. */
    public record Kind(String product, String kind, String label) {}
}
