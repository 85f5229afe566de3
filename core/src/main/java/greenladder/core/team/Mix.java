package greenladder.core.team;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What a team's sprints are meant to be made of: shares of their points by the values of one
 * attribute, such as a fifth of bugs.
 *
 * @param by the id of the attribute's facet
 * @param targets percent by value
 */
public record Mix(String by, Map<String, Integer> targets) {
    /** By kind, without targets. */
    public static final Mix NONE = new Mix("kind", Map.of());

    static final String FACT = "mix";

    public Mix {
        targets = Map.copyOf(targets);
    }

    public static Mix of(String text) {
        var lines = text.split("\n");
        var targets = new LinkedHashMap<String, Integer>();
        for (int i = 1; i < lines.length; i++) {
            int gap = lines[i].lastIndexOf(' ');
            targets.put(lines[i].substring(0, gap), Integer.valueOf(lines[i].substring(gap + 1)));
        }
        return new Mix(lines[0], targets);
    }

    /** The attribute on the first line, and a value with its percent on each other one. */
    public String text() {
        return by
                + targets.entrySet().stream()
                        .sorted(Map.Entry.comparingByKey())
                        .map(one -> "\n" + one.getKey() + " " + one.getValue())
                        .collect(Collectors.joining());
    }
}
