package greenladder.demo;

import greenladder.core.item.Levels;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Reads the sample items from their outline: two blanks of indent for each level, {@code title |
 * fact, fact}, tasks with a star, lines of description with {@code >}. An item that stands
 * elsewhere than its indent says begins with its level and a colon.
 *
 * @param entries parents before children
 */
record DemoOutline(List<Entry> entries) {
    private static final Pattern LINE =
            Pattern.compile("( *)(?:(\\*) |([a-z]+): )?(.+?)(?: \\| (.+))?");

    /**
     * An item of the outline.
     *
     * @param parent place of its parent among the entries; -1 for none
     * @param firstSize the size that it was given at first; empty where it was never changed
     * @param daysToFinish from today
     */
    record Entry(
            int parent,
            Map<String, String> fields,
            String state,
            Optional<String> firstSize,
            Optional<Integer> daysToFinish,
            StringBuilder description) {}

    static DemoOutline read(String text, Levels levels) {
        var entries = new ArrayList<Entry>();
        var open = new HashMap<Integer, Integer>();
        for (var line : text.lines().toList()) {
            if (line.isBlank()) {
                continue;
            }
            if (line.strip().startsWith(">")) {
                var described = entries.getLast().description();
                described.append(line.strip().substring(1).strip()).append('\n');
                continue;
            }
            var match = LINE.matcher(line);
            if (!match.matches()) {
                throw new IllegalArgumentException("demo outline: " + line);
            }
            int depth = match.group(1).length() / 2;
            var level =
                    match.group(2) != null
                            ? "task"
                            : match.group(3) != null
                                    ? match.group(3)
                                    : levels.all().get(depth).key();
            int parent = depth == 0 ? -1 : open.getOrDefault(depth - 1, -1);
            open.put(depth, entries.size());
            entries.add(entry(parent, level, match.group(4), match.group(5)));
        }
        return new DemoOutline(List.copyOf(entries));
    }

    private static Entry entry(int parent, String level, String title, @Nullable String facts) {
        Map<String, String> fields = new HashMap<>();
        fields.put("level", level);
        fields.put("title", title);
        var state = "to-do";
        Optional<String> firstSize = Optional.empty();
        Optional<Integer> daysToFinish = Optional.empty();
        for (var fact : facts == null ? new String[0] : facts.split(", ")) {
            if (fact.matches("\\d+")) {
                fields.put("size", fact);
            } else if (fact.matches("\\d+<\\d+")) {
                fields.put("size", fact.substring(0, fact.indexOf('<')));
                firstSize = Optional.of(fact.substring(fact.indexOf('<') + 1));
            } else if (fact.startsWith("value ")) {
                fields.put("value", fact.substring(6));
            } else if (fact.startsWith("by ")) {
                daysToFinish = Optional.of(Integer.parseInt(fact.substring(3)));
            } else if (fact.startsWith("@")) {
                fields.put("assignee", fact.substring(1));
            } else if (fact.startsWith("blocked: ")) {
                fields.put("blocked", fact.substring(9));
            } else if (fact.startsWith("h ")) {
                var hours = fact.substring(2).split("/");
                fields.put("hours.estimate", hours[0]);
                fields.put("hours.invested", hours[1]);
                fields.put("hours.remaining", hours[2]);
            } else if (List.of("bug", "spike", "enabler").contains(fact)) {
                fields.put("kind", fact);
            } else {
                state = fact;
            }
        }
        return new Entry(parent, fields, state, firstSize, daysToFinish, new StringBuilder());
    }
}
