package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Decisions;
import greenladder.core.change.Legality;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.ChangeLevel.Misfits;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Draws up items going to another level. What stands above them, and below them, comes to stand
 * where it may.
 */
final class LevelChange {
    private final Snapshot snapshot;
    private final ChangeLevel command;
    private final ProblemCollector found;

    /** The level that each item goes to, and its new parent where that changes. */
    private final Map<ItemKey, Level> levels = new LinkedHashMap<>();

    private final Map<ItemKey, Optional<ItemKey>> parents = new LinkedHashMap<>();

    LevelChange(Snapshot snapshot, ChangeLevel command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.found = found;
    }

    Proposal draw() {
        for (var key : command.items()) {
            var item = snapshot.requireNode(key).item();
            var level = levelsOf(item).find(command.level());
            if (level.isEmpty()) {
                problem("level", "There is no level “%s”.".formatted(command.level()));
            } else {
                levels.put(key, level.get());
            }
        }
        for (var key : List.copyOf(levels.keySet())) {
            var node = snapshot.requireNode(key);
            fitParent(node.item());
            fitChildren(node);
        }
        var changes = new ArrayList<Change>();
        levels.forEach((key, level) -> changes.addAll(changesOf(key, level)));
        parents.forEach((key, parent) -> {
            if (!levels.containsKey(key)) {
                changes.add(parentChange(snapshot.requireNode(key).item(), parent.orElse(null)));
            }
        });
        return new Proposal(command.items(), changes);
    }

    /** The nearest of those above that stands above the new level. */
    private void fitParent(Item item) {
        if (item.parent() != null && !levelOf(item.parent()).isAbove(levelOf(item.key()))) {
            parents.put(item.key(), Optional.ofNullable(aboveFor(item, levelOf(item.key()))));
        }
    }

    private @Nullable ItemKey aboveFor(Item item, Level level) {
        return snapshot.ancestors(item).stream()
                .map(node -> node.item().key())
                .filter(above -> levelOf(above).isAbove(level))
                .findFirst()
                .orElse(null);
    }

    private void fitChildren(Node node) {
        var open = new ArrayDeque<Node>();
        open.add(node);
        while (!open.isEmpty()) {
            var parent = open.poll();
            for (var child : parent.children()) {
                if (levelOf(parent.item().key()).isAbove(levelOf(child.item().key()))) {
                    continue;
                }
                switch (command.misfits()) {
                    case REFUSE ->
                            problem(
                                    "level",
                                    "%s cannot become %s: its child %s is %s."
                                            .formatted(
                                                    parent.item().key(),
                                                    Legality.aWord(levelOf(parent.item().key())),
                                                    child.item().key(),
                                                    Legality.aWord(child.item().level())));
                    case BESIDE ->
                            parents.put(
                                    child.item().key(),
                                    Optional.ofNullable(
                                            aboveFor(parent.item(), levelOf(child.item().key()))));
                    case DOWN -> down(parent.item(), child, open);
                }
                if (command.misfits() == Misfits.REFUSE) {
                    return;
                }
            }
        }
    }

    private void down(Item parent, Node child, ArrayDeque<Node> open) {
        var below = levelsOf(parent).all();
        int index = levelOf(parent.key()).index() + 1;
        if (index >= below.size()) {
            problem(
                    "level",
                    "There is no level below %s for %s to go to."
                            .formatted(Legality.word(levelOf(parent.key())), child.item().key()));
            return;
        }
        levels.put(child.item().key(), below.get(index));
        open.add(child);
    }

    private List<Change> changesOf(ItemKey key, Level level) {
        var item = snapshot.requireNode(key).item();
        if (level.carriesPoints() != item.level().carriesPoints()) {
            lostMeasure(item, level).ifPresent(message -> problem("level", message));
        }
        var entered = new LinkedHashMap<String, String>();
        entered.put(Field.LEVEL.label(), level.key());
        if (level.kinds().contains(item.kind())) {
            entered.put(Field.KIND.label(), item.kind());
        }
        var product = snapshot.requireProduct(key.product());
        var fields = new Fields(snapshot, product, item, Problem.SINGLE, found).read(entered);
        var changes = new ArrayList<>(Decisions.differences(item, fields));
        if (parents.containsKey(key)) {
            changes.add(parentChange(item, parents.get(key).orElse(null)));
        }
        return changes;
    }

    /** Points do not turn into hours, nor hours into points. */
    private static Optional<String> lostMeasure(Item item, Level level) {
        if (!level.carriesPoints() && item.size() != null) {
            return Optional.of(
                    "%s has a size in points, which %s does not carry; empty it first."
                            .formatted(item.key(), Legality.aWord(level)));
        }
        var hours = item.hours();
        boolean any =
                hours.estimate() != null || hours.invested() != null || hours.remaining() != null;
        return level.carriesPoints() && any
                ? Optional.of(
                        "%s has hours, which %s does not carry; empty them first."
                                .formatted(item.key(), Legality.aWord(level)))
                : Optional.empty();
    }

    private Change parentChange(Item item, @Nullable ItemKey parent) {
        return Change.of(item, Field.PARENT, parent);
    }

    private Level levelOf(ItemKey key) {
        return Objects.requireNonNullElseGet(
                levels.get(key), () -> snapshot.requireNode(key).item().level());
    }

    private Levels levelsOf(Item item) {
        return snapshot.requireProduct(item.key().product()).levels();
    }

    private void problem(String field, String message) {
        found.add(Problem.SINGLE, field, message);
    }
}
