package greenladder.demo;

import greenladder.core.level.Levels;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Reads the sample items from their outline: two blanks of indent for each level, {@code title |
 * fact, fact :: task hours; task hours}, lines of description with {@code >}. An item that stands
 * elsewhere than its indent says begins with its level and a colon. {@code +8 epic under Title}
 * begins what came on the eighth day, at that level, under an item of that title.
 *
 * @param entries parents before children
 */
record DemoOutline(List<Entry> entries) {
    private static final Pattern LINE =
            Pattern.compile("( *)(?:([a-z]+): )?(.+?)(?: \\| (.+?))?(?: :: (.+))?");
    private static final Pattern LATER = Pattern.compile("\\+(\\d+) ([a-z]+) under (.+)");
    private static final Pattern TASK = Pattern.compile("(.+) (\\d+)");

    /**
     * An item of the outline.
     *
     * @param parent place of its parent among the entries; -1 for none or for {@code under}
     * @param under title of the item of another outline that it stands under; empty for none
     * @param day on which it was added
     * @param team key; empty for none
     * @param firstSize the size that it was given at first; empty where it was never changed
     * @param daysToFinish from today; empty for no date
     */
    record Entry(
            int parent,
            String under,
            int day,
            String level,
            String team,
            Map<String, String> fields,
            String state,
            String firstSize,
            String daysToFinish,
            List<Task> tasks,
            StringBuilder description) {
        boolean isStory() {
            return level.equals("story");
        }

        String title() {
            return fields.getOrDefault("title", "");
        }

        int points() {
            return Integer.parseInt(fields.getOrDefault("size", "3"));
        }

        private Entry in(String otherState) {
            return new Entry(
                    parent,
                    under,
                    day,
                    level,
                    team,
                    fields,
                    otherState,
                    firstSize,
                    daysToFinish,
                    tasks,
                    description);
        }
    }

    record Task(String title, int hours) {}

    /**
     * This outline where no team has more under way than fits into a sprint; of the rest of its
     * stories some are done already, and some wait, ready to be begun.
     *
     * @param left points that each team can still take on, by key; taken from as stories are met
     */
    DemoOutline calmed(Map<String, Integer> left) {
        var calmed = new ArrayList<Entry>();
        for (var entry : entries) {
            boolean waits = false;
            if (entry.isStory() && List.of("under-way", "in-test").contains(entry.state())) {
                int points = left.getOrDefault(entry.team(), 0);
                waits = points < entry.points();
                if (!waits) {
                    left.put(entry.team(), points - entry.points());
                }
            }
            calmed.add(waits ? entry.in(calmed.size() % 2 == 0 ? "done" : "ready") : entry);
        }
        return new DemoOutline(calmed);
    }

    static DemoOutline read(String text, Levels levels) {
        var entries = new ArrayList<Entry>();
        var open = new HashMap<Integer, Integer>();
        var later = new Later(0, 0, "");
        for (var line : text.lines().filter(one -> !one.isBlank()).toList()) {
            if (line.strip().startsWith(">")) {
                var described = entries.getLast().description();
                described.append(line.strip().substring(1).strip()).append('\n');
                continue;
            }
            var jump = LATER.matcher(line);
            if (jump.matches()) {
                int level = levels.find(jump.group(2)).orElseThrow().index();
                later = new Later(Integer.parseInt(jump.group(1)), level, jump.group(3));
                continue;
            }
            var match = LINE.matcher(line);
            if (!match.matches()) {
                throw new IllegalArgumentException("demo outline: " + line);
            }
            int depth = match.group(1).length() / 2;
            var level =
                    match.group(2) != null
                            ? match.group(2)
                            : levels.all().get(depth + later.level()).key();
            int parent = depth == 0 ? -1 : open.getOrDefault(depth - 1, -1);
            open.put(depth, entries.size());
            var above = parent < 0 ? null : entries.get(parent);
            entries.add(
                    entry(
                            parent,
                            above,
                            later,
                            level,
                            match.group(3),
                            match.group(4),
                            match.group(5)));
        }
        return new DemoOutline(List.copyOf(entries));
    }

    static List<Task> tasks(@Nullable String text) {
        var tasks = new ArrayList<Task>();
        for (var part : text == null || text.isBlank() ? new String[0] : text.split(";")) {
            var match = TASK.matcher(part.strip());
            if (!match.matches()) {
                throw new IllegalArgumentException("demo task: " + part);
            }
            tasks.add(new Task(match.group(1), Integer.parseInt(match.group(2))));
        }
        return tasks;
    }

    private record Later(int day, int level, String under) {}

    private static Entry entry(
            int parent,
            @Nullable Entry above,
            Later later,
            String level,
            String title,
            @Nullable String facts,
            @Nullable String tasks) {
        Map<String, String> fields = new HashMap<>();
        fields.put("level", level);
        fields.put("title", title);
        var state = "to-do";
        var firstSize = "";
        var daysToFinish = "";
        var team = above == null ? "" : above.team();
        for (var fact : facts == null ? new String[0] : facts.split(", ")) {
            if (fact.matches("\\d+")) {
                fields.put("size", fact);
            } else if (fact.matches("\\d+<\\d+")) {
                fields.put("size", fact.substring(0, fact.indexOf('<')));
                firstSize = fact.substring(fact.indexOf('<') + 1);
            } else if (fact.startsWith("value ")) {
                fields.put("value", fact.substring(6));
            } else if (fact.startsWith("by ")) {
                daysToFinish = fact.substring(3);
            } else if (fact.startsWith("team ")) {
                team = fact.substring(5);
            } else if (fact.startsWith("@")) {
                fields.put("assignee", fact.substring(1));
            } else if (fact.startsWith("blocked: ")) {
                fields.put("blocked", fact.substring(9));
            } else if (List.of("bug", "spike", "enabler").contains(fact)) {
                fields.put("kind", fact);
            } else {
                state = fact;
            }
        }
        return new Entry(
                parent,
                parent < 0 ? later.under() : "",
                later.day(),
                level,
                team,
                fields,
                state,
                firstSize,
                daysToFinish,
                tasks(tasks),
                new StringBuilder());
    }
}
