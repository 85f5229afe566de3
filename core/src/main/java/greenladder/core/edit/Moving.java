package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Decisions;
import greenladder.core.change.Legality;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.Placement.Placed;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Draws up a move. Items whose ancestor moves along stay where they are under it; the rest keep
 * their order among each other.
 */
final class Moving {
    private final Snapshot snapshot;
    private final MoveItems command;
    private final ProblemCollector found;
    private final List<Item> moving;

    Moving(Snapshot snapshot, MoveItems command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.found = found;
        this.moving = topmost(snapshot, command.items());
    }

    /** The items that stand under none of the others, each once, in rank order. */
    static List<Item> topmost(Snapshot snapshot, List<ItemKey> items) {
        Set<ItemKey> keys = new LinkedHashSet<>(items);
        return keys.stream()
                .map(key -> snapshot.requireNode(key).item())
                .filter(item ->
                        snapshot.ancestors(item).stream()
                                .noneMatch(above -> keys.contains(above.item().key())))
                .sorted(Comparator.comparing(Item::rank).thenComparing(Item::key))
                .toList();
    }

    Proposal draw() {
        if (moving.isEmpty()) {
            found.add(Problem.SINGLE, "item", "There is no item to move.");
            return new Proposal(List.of(), List.of());
        }
        var changes = new ArrayList<Change>();
        if (command.parent() instanceof Target.Parent.Under(var parent)) {
            moving.forEach(item -> reparent(item, parent, changes));
        }
        if (!(command.target() instanceof Target.Stay)) {
            place(changes);
        }
        if (!command.fields().isEmpty()) {
            setFields(changes);
        }
        return new Proposal(command.items(), changes);
    }

    private void reparent(Item item, @Nullable ItemKey parentKey, List<Change> changes) {
        if (Objects.equals(item.parent(), parentKey)) {
            return;
        }
        if (parentKey != null) {
            var parent = snapshot.findItem(parentKey);
            if (parent.isEmpty()) {
                problem("parent", "There is no item %s to stand above.".formatted(parentKey));
                return;
            }
            var illegal = Legality.parentProblem(snapshot, item.key(), item.level(), parent.get());
            if (illegal.isPresent()) {
                problem("parent", illegal.get());
                return;
            }
        }
        changes.add(Change.of(item, Field.PARENT, parentKey));
    }

    private void place(List<Change> changes) {
        var one = moving.getFirst();
        var keys = new LinkedHashSet<>(moving.stream().map(Item::key).toList());
        boolean countsInLevel =
                command.target() instanceof Target.Position
                        || command.target() instanceof Target.First
                        || command.target() instanceof Target.Last;
        boolean mixed =
                moving.stream()
                        .anyMatch(item ->
                                !item.level().equals(one.level())
                                        || !item.key().product().equals(one.key().product()));
        if (countsInLevel && mixed) {
            problem("position", "Positions count within one level; these items are of several.");
            return;
        }
        var placement =
                new Placement(snapshot, one.key().product(), one.level(), moving.size(), keys);
        switch (placement.at(command.target())) {
            case Placed.Wrong(var field, var message) -> problem(field, message);
            case Placed.At(var ranks) -> {
                for (int i = 0; i < ranks.size(); i++) {
                    var item = moving.get(i);
                    changes.add(Change.of(item, Field.RANK, ranks.get(i)));
                    followBand(item, ranks.get(i), keys, changes);
                }
            }
        }
    }

    private void followBand(Item item, Rank rank, Set<ItemKey> moving, List<Change> changes) {
        var product = snapshot.requireProduct(item.key().product());
        if (command.fields().containsKey(Field.BAND.label()) || product.refining().bandStays()) {
            return;
        }
        var band = new Banding(snapshot, item.key().product(), item.level(), moving).at(rank);
        var before = item.details().refinement().band();
        if (!Objects.equals(before, band)) {
            changes.add(new Change(item.key(), Field.BAND, before, band));
        }
    }

    private void setFields(List<Change> changes) {
        for (var item : moving) {
            var product = snapshot.requireProduct(item.key().product());
            var fields = new Fields(snapshot, product, item, Problem.SINGLE, found);
            changes.addAll(Decisions.differences(item, fields.read(command.fields())));
        }
    }

    private void problem(String field, String message) {
        found.add(Problem.SINGLE, field, message);
    }
}
