package greenladder.work;

import java.util.List;

/**
 * How a team's board and its rules are set up.
 *
 * @param columns from left to right
 * @param loose states that no column holds
 * @param fields what cards can show
 * @param textures by what cards can be told apart
 * @param rules in words
 * @param states what rules can be about
 * @param takers whom rules can name
 */
record BoardSetup(
        String team,
        String name,
        List<Column> columns,
        List<Chip> loose,
        List<Field> fields,
        List<Texture> textures,
        List<Rule> rules,
        List<Choice> states,
        List<Choice> takers,
        List<Choice> kinds) {

    /**
     * @param removed where its cards go when it is removed, in words
     */
    record Column(
            String key,
            String name,
            String limit,
            List<Chip> chips,
            boolean first,
            boolean last,
            String removed) {}

    /** A state, as it is dragged from column to column. */
    record Chip(String place, String label) {}

    record Field(String label, String name, boolean shown) {}

    /**
     * @param kind {@code hand-over} or {@code step}
     */
    record Rule(String kind, String key, String sentence, boolean on) {}

    record Texture(String value, String label, boolean chosen) {}

    record Choice(String value, String label) {}
}
