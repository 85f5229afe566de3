package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Legality;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.ChangeLevel.Misfits;
import greenladder.core.edit.Placement.Placed;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Draws up items going one step in or out, as lines of an outline do: in, under the sibling above
 * them, a level lower where they stood on its level; out, behind their parent and on its level.
 */
final class Indenting {
    private final Snapshot snapshot;
    private final IndentItems command;
    private final ProblemCollector found;
    private final List<Item> moving;

    Indenting(Snapshot snapshot, IndentItems command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.found = found;
        this.moving = Moving.topmost(snapshot, command.items());
    }

    Proposal draw() {
        if (moving.isEmpty()) {
            return refused("There is nothing to indent.");
        }
        var first = moving.getFirst();
        boolean together =
                moving.stream().allMatch(item -> Objects.equals(item.parent(), first.parent()));
        if (!together) {
            return refused("Only items under one parent go in or out together.");
        }
        return command.out() ? out(first) : in(first);
    }

    private Proposal in(Item first) {
        var above = siblingAbove(first);
        if (above.isEmpty()) {
            return refused("There is nothing above %s to go under.".formatted(first.key()));
        }
        var parent = above.get().item();
        var last = above.get().children();
        var behind = last.isEmpty() ? parent.key() : last.getLast().item().key();
        var changes = new ArrayList<Change>();
        for (var item : moving) {
            var level = parent.level().isAbove(item.level()) ? item.level() : below(parent);
            if (level == null) {
                return refused(
                        "There is no level below %s for %s to go to."
                                .formatted(Legality.word(parent.level()), item.key()));
            }
            changes.addAll(moved(item, parent.key(), level));
        }
        return placed(changes, behind);
    }

    private Proposal out(Item first) {
        var above = snapshot.ancestors(first);
        if (above.isEmpty()) {
            return refused("%s stands at the top already.".formatted(first.key()));
        }
        var parent = above.getFirst().item();
        var changes = new ArrayList<Change>();
        for (var item : moving) {
            boolean same = item.level().carriesPoints() == parent.level().carriesPoints();
            changes.addAll(moved(item, parent.parent(), same ? parent.level() : item.level()));
        }
        return placed(changes, parent.key());
    }

    private List<Change> moved(Item item, @Nullable ItemKey parent, Level level) {
        var changes = new ArrayList<Change>();
        if (!level.equals(item.level())) {
            var change = new ChangeLevel(List.of(item.key()), level.key(), Misfits.DOWN);
            new LevelChange(snapshot, change, found)
                    .draw().changes().stream()
                            .filter(one ->
                                    one.field() != Field.PARENT || !one.item().equals(item.key()))
                            .forEach(changes::add);
        }
        changes.add(Change.of(item, Field.PARENT, parent));
        return changes;
    }

    private Proposal placed(List<Change> changes, ItemKey behind) {
        var first = moving.getFirst();
        var keys = new LinkedHashSet<>(moving.stream().map(Item::key).toList());
        var placement =
                new Placement(snapshot, first.key().product(), first.level(), moving.size(), keys);
        switch (placement.at(new Target.After(behind))) {
            case Placed.Wrong(var field, var message) -> found.add(Problem.SINGLE, field, message);
            case Placed.At(var ranks) -> {
                for (int i = 0; i < ranks.size(); i++) {
                    changes.add(Change.of(moving.get(i), Field.RANK, ranks.get(i)));
                }
            }
        }
        return new Proposal(command.items(), changes);
    }

    /** The sibling above, among those that are shown together: not dropped, of any level. */
    private Optional<Node> siblingAbove(Item first) {
        var siblings =
                first.parent() == null
                        ? snapshot.roots(first.key().product())
                        : snapshot.requireNode(first.parent()).children();
        Node above = null;
        for (var sibling : siblings) {
            if (sibling.item().key().equals(first.key())) {
                break;
            }
            if (!sibling.item().isDropped()) {
                above = sibling;
            }
        }
        return Optional.ofNullable(above);
    }

    private @Nullable Level below(Item parent) {
        return snapshot.requireProduct(parent.key().product())
                .levels()
                .below(parent.level())
                .orElse(null);
    }

    private Proposal refused(String message) {
        found.add(Problem.SINGLE, "item", message);
        return new Proposal(List.of(), List.of());
    }
}
