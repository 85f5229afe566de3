package greenladder;

import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.filter.Lens;
import greenladder.core.level.StandardLevels;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.product.Refining;
import greenladder.core.score.Formula;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Small snapshots for tests without a database: one item a line, {@code level Title field=value}.
 */
public final class Snapshots {
    public static final Instant NOW = Instant.parse("2026-05-04T09:00:00Z");
    public static final LocalDate TODAY = LocalDate.parse("2026-05-04");

    private static final Refining SCORED =
            new Refining(
                    Refining.STANDARD.bands(),
                    Refining.STANDARD.factors(),
                    Formula.PRESETS.getFirst().formula(),
                    Refining.STANDARD.scale(),
                    Refining.STANDARD.checks());

    private Snapshots() {}

    public static Snapshot of(String text) {
        var empty =
                Snapshot.empty()
                        .with(
                                new Product("MSF", "Crossing", StandardLevels.six())
                                        .withRefining(SCORED))
                        .with(new Person("oona.marsh", "Oona Marsh"));
        var team = new Team("lantern", "Lantern", List.of("oona.marsh"), List.of("MSF"), Map.of());
        var snapshot = empty.with(empty.workspace().with(team));
        var entries = new ArrayList<NewItem>();
        for (var line : text.lines().filter(line -> !line.isBlank()).toList()) {
            Map<String, String> fields = new HashMap<>();
            var words = line.strip().split(" ");
            fields.put("level", words[0]);
            fields.put("title", words[1]);
            String parentRef = null;
            for (int i = 2; i < words.length; i++) {
                var pair = words[i].split("=", 2);
                if (pair[0].equals("under")) {
                    parentRef = pair[1];
                } else {
                    fields.put(pair[0], pair[1]);
                }
            }
            fields.remove("band");
            entries.add(new NewItem(words[1], parentRef, fields, new Target.Stay()));
        }
        var made = after(snapshot, new CreateItems("MSF", entries));
        return banded(made, text);
    }

    /** Bands are given one after the other, since each takes its item to its end. */
    private static Snapshot banded(Snapshot snapshot, String text) {
        var banded = snapshot;
        int number = 0;
        for (var line : text.lines().filter(line -> !line.isBlank()).toList()) {
            number++;
            for (var word : line.strip().split(" ")) {
                if (word.startsWith("band=")) {
                    banded = after(banded, edit(number, "band", word.substring(5)));
                }
            }
        }
        return banded;
    }

    public static Snapshot after(Snapshot snapshot, Command command) {
        if (Decisions.decide(snapshot, command, NOW) instanceof Accepted accepted) {
            return accepted.after();
        }
        throw new AssertionError("refused: " + command);
    }

    public static EditItems edit(int number, String field, String value) {
        return new EditItems(List.of(key(number)), Map.of(field, value));
    }

    public static ItemKey key(int number) {
        return new ItemKey("MSF", number);
    }

    public static Node node(Snapshot snapshot, int number) {
        return snapshot.requireNode(key(number));
    }

    public static Product product(Snapshot snapshot) {
        return snapshot.requireProduct("MSF");
    }

    public static List<Node> stories(Snapshot snapshot) {
        var product = product(snapshot);
        return snapshot.level(product, product.levels().find("story").orElseThrow());
    }

    public static Lens lens(Snapshot snapshot) {
        return new Lens(snapshot, List.of(product(snapshot)), TODAY, "oona.marsh", null);
    }
}
