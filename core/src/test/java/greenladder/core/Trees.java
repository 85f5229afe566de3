package greenladder.core;

import greenladder.core.change.Command;
import greenladder.core.change.Decision;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decision.Refused;
import greenladder.core.change.Decisions;
import greenladder.core.change.Problems;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.level.StandardLevels;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.product.Refining;
import greenladder.core.score.Formula;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Snapshots written as indented text, one item a line: {@code epic Name size=20 state=done}. Names
 * are one word; items are numbered from 1 in the order of the lines.
 */
public final class Trees {
    private static final Refining SCORED =
            new Refining(
                    Refining.STANDARD.bands(),
                    Refining.STANDARD.factors(),
                    Formula.PRESETS.getFirst().formula(),
                    Refining.STANDARD.scale(),
                    Refining.STANDARD.checks());

    public static final Instant NOW = Instant.parse("2026-05-04T09:00:00Z");

    private Trees() {}

    public static Snapshot empty() {
        return Snapshot.empty()
                .with(new Product("MSF", "Crossing", StandardLevels.six()).withRefining(SCORED))
                .with(new Person("oona.marsh", "Oona Marsh"));
    }

    public static Snapshot of(String text) {
        var entries = new ArrayList<NewItem>();
        var open = new HashMap<Integer, String>();
        for (var line : text.lines().toList()) {
            int depth = (line.length() - line.stripLeading().length()) / 2;
            var words = List.of(line.strip().split(" "));
            Map<String, String> fields =
                    words.stream()
                            .skip(2)
                            .map(word -> word.split("="))
                            .collect(
                                    Collectors.toMap(
                                            pair -> pair[0],
                                            pair -> pair[1],
                                            (a, b) -> a,
                                            HashMap::new));
            fields.put("level", words.get(0));
            fields.put("title", words.get(1));
            var ref = Integer.toString(entries.size());
            entries.add(
                    new NewItem(
                            ref,
                            depth == 0 ? null : open.get(depth - 1),
                            new HashMap<>(fields),
                            new Target.Stay()));
            open.put(depth, ref);
        }
        return accepted(empty(), new CreateItems("MSF", entries)).after();
    }

    public static Accepted accepted(Snapshot snapshot, Command command) {
        return switch (Decisions.decide(snapshot, command, NOW)) {
            case Accepted accepted -> accepted;
            case Refused(var problems) -> throw new AssertionError(problems.inWords());
        };
    }

    public static Snapshot after(Snapshot snapshot, Command command) {
        return accepted(snapshot, command).after();
    }

    public static Problems problems(Snapshot snapshot, Command command) {
        Decision decision = Decisions.decide(snapshot, command, NOW);
        if (decision instanceof Refused(var problems)) {
            return problems;
        }
        throw new AssertionError("accepted: " + command);
    }

    public static EditItems edit(int number, String field, String value) {
        Map<String, String> fields = new HashMap<>();
        fields.put(field, value);
        return new EditItems(List.of(key(number)), new HashMap<>(fields));
    }

    public static ItemKey key(int number) {
        return new ItemKey("MSF", number);
    }

    public static Node node(Snapshot snapshot, int number) {
        return snapshot.requireNode(key(number));
    }

    /** The items in order, by title. */
    public static String titles(List<Node> nodes) {
        return nodes.stream().map(node -> node.item().title()).collect(Collectors.joining(" "));
    }
}
