package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Decisions;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.item.ListLine;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Draws up a split. The parts come right behind the original, under its parent and on its level;
 * its first estimate stays with the original.
 */
final class Splitting {
    static final int MOST_PARTS = 20;

    private final Snapshot snapshot;
    private final SplitItem command;
    private final Instant at;
    private final ProblemCollector found;
    private final Node node;
    private final Item item;

    Splitting(Snapshot snapshot, SplitItem command, Instant at, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.at = at;
        this.found = found;
        this.node = snapshot.requireNode(command.item());
        this.item = node.item();
    }

    Proposal draw() {
        check();
        if (!found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var made =
                new Creation(snapshot, new CreateItems(item.key().product(), entries()), at, found)
                        .draw();
        var changes = new ArrayList<>(made.changes());
        var original = originalChanges();
        if (!found.isEmpty()) {
            return made;
        }
        for (int i = 0; i < made.items().size(); i++) {
            var part = made.items().get(i);
            changes.add(new Change(part, Field.SPLIT_FROM, null, item.key()));
            for (var child : Set.copyOf(command.parts().get(i).children())) {
                changes.add(new Change(child, Field.PARENT, item.key(), part));
            }
        }
        changes.addAll(original);
        changes.add(
                Change.of(
                        item,
                        Field.PARTS,
                        Stream.concat(item.details().parts().stream(), made.items().stream())
                                .toList()));
        return new Proposal(made.items(), changes);
    }

    private void check() {
        int least = command.keepOriginal() ? 1 : 2;
        if (command.parts().size() < least) {
            problem(Problem.SINGLE, "parts", "A split needs at least two parts.");
        }
        if (command.parts().size() > MOST_PARTS) {
            problem(Problem.SINGLE, "parts", "At most %d parts are allowed.".formatted(MOST_PARTS));
        }
        var given = new HashSet<Object>();
        for (int i = 0; i < command.parts().size(); i++) {
            checkPart(i, command.parts().get(i), given);
        }
        if (!command.keepOriginal()) {
            node.children().stream()
                    .map(child -> child.item().key())
                    .filter(child -> !given.contains(child))
                    .findFirst()
                    .ifPresent(child ->
                            problem(
                                    Problem.SINGLE,
                                    "parts",
                                    "%s would be dropped with %s; say to which part it goes."
                                            .formatted(child, item.key())));
        }
    }

    private void checkPart(int index, SplitPart part, Set<Object> given) {
        for (var child : part.children()) {
            if (!item.key().equals(snapshot.requireNode(child).item().parent())) {
                problem(index, "children", "%s is not a child of %s.".formatted(child, item.key()));
            } else if (!given.add(child)) {
                problem(index, "children", "%s goes to one part only.".formatted(child));
            }
        }
        int criteria = item.details().acceptance().size();
        for (int criterion : part.criteria()) {
            if (criterion < 0 || criterion >= criteria) {
                problem(index, "criteria", "There is no criterion %d.".formatted(criterion + 1));
            } else if (!given.add(criterion)) {
                problem(
                        index,
                        "criteria",
                        "Criterion %d goes to one part only.".formatted(criterion + 1));
            }
        }
    }

    private List<NewItem> entries() {
        return command.parts().stream().map(this::entry).toList();
    }

    private NewItem entry(SplitPart part) {
        var fields = new HashMap<String, String>();
        fields.put(Field.TITLE.label(), part.title());
        fields.put(Field.SIZE.label(), part.size());
        fields.put(Field.ACCEPTANCE.label(), Objects.requireNonNullElse(criteriaOf(part), ""));
        for (var same :
                List.of(
                        Field.LEVEL,
                        Field.KIND,
                        Field.PARENT,
                        Field.TEAM,
                        Field.RELEASE,
                        Field.LABELS,
                        Field.BAND,
                        Field.DEFINITION_OF_DONE)) {
            var text = same.textOf(item);
            if (text != null) {
                fields.put(same.label(), same == Field.DEFINITION_OF_DONE ? unmet(text) : text);
            }
        }
        return new NewItem(null, null, fields, new Target.After(item.key()));
    }

    private static String unmet(String text) {
        var lines = Lines.parse(text).all().stream().map(line -> line.withDone(false)).toList();
        return Objects.requireNonNullElse(new Lines(lines).text(), "");
    }

    private @Nullable String criteriaOf(SplitPart part) {
        var all = item.details().acceptance().all();
        return new Lines(part.criteria().stream().sorted().map(all::get).toList()).text();
    }

    private List<Change> originalChanges() {
        Map<String, String> entered = new HashMap<>();
        if (command.keepOriginal() && command.originalSize() != null) {
            entered.put(Field.SIZE.label(), command.originalSize());
        }
        if (!command.keepOriginal()) {
            entered.put(
                    Field.STATE.label(),
                    snapshot.workspace().statesOf(item).firstOf(Category.DROPPED).key());
        }
        entered.put(Field.ACCEPTANCE.label(), Objects.requireNonNullElse(criteriaLeft(), ""));
        var product = snapshot.requireProduct(item.key().product());
        var kept = new Fields(snapshot, product, item, Problem.SINGLE, found).read(entered);
        return Decisions.differences(item, kept);
    }

    private @Nullable String criteriaLeft() {
        var gone =
                command.parts().stream()
                        .flatMap(part -> part.criteria().stream())
                        .collect(Collectors.toSet());
        var all = item.details().acceptance().all();
        List<ListLine> left =
                IntStream.range(0, all.size())
                        .filter(index -> !gone.contains(index))
                        .mapToObj(all::get)
                        .toList();
        return new Lines(left).text();
    }

    private void problem(int entry, String field, String message) {
        found.add(entry, field, message);
    }
}
