package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Legality;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;

/** Draws up a new parent over items that stand somewhere already. */
record Gathering(Snapshot snapshot, GatherItems command, Instant at, ProblemCollector found) {

    Proposal draw() {
        var items =
                new LinkedHashSet<>(command.items())
                        .stream().map(key -> snapshot.requireNode(key).item()).toList();
        if (items.isEmpty()) {
            found.add(Problem.SINGLE, "item", "There is nothing to gather.");
            return new Proposal(List.of(), List.of());
        }
        var product = items.getFirst().key().product();
        var create = new CreateItems(product, List.of(NewItem.of(command.parent())));
        var made = new Creation(snapshot, create, at, found).draw();
        if (!found.isEmpty()) {
            return made;
        }
        var parent = made.items().getFirst();
        var level = levelOf(made, product);
        var changes = new ArrayList<>(made.changes());
        for (var item : items) {
            problemOf(item, level, above(made))
                    .ifPresent(message -> found.add(Problem.SINGLE, "item", message));
            changes.add(Change.of(item, Field.PARENT, parent));
        }
        return new Proposal(made.items(), changes);
    }

    private Level levelOf(Proposal made, String product) {
        return made.changes().stream()
                .filter(change -> change.field() == Field.LEVEL)
                .flatMap(change -> change.after(String.class).stream())
                .flatMap(key -> snapshot.requireProduct(product).levels().find(key).stream())
                .findFirst()
                .orElseThrow();
    }

    private Optional<Item> above(Proposal made) {
        return made.changes().stream()
                .filter(change -> change.field() == Field.PARENT)
                .flatMap(change -> change.after(ItemKey.class).stream())
                .flatMap(key -> snapshot.findItem(key).stream())
                .findFirst();
    }

    private Optional<String> problemOf(Item item, Level level, Optional<Item> above) {
        if (!level.isAbove(item.level())) {
            return Optional.of(
                    "%s is %s; it cannot stand under %s."
                            .formatted(
                                    item.key(),
                                    Legality.aWord(item.level()),
                                    Legality.aWord(level)));
        }
        return above.filter(
                        one -> one.key().equals(item.key()) || snapshot.isUnder(one, item.key()))
                .map(one ->
                        "The new parent would stand under %s, which it is to stand above."
                                .formatted(item.key()));
    }
}
