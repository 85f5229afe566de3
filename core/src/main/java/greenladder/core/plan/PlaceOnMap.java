package greenladder.core.plan;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;

/**
 * Puts stories into a cell of a story map: parent, slice and rank in one.
 *
 * @param column under which they go; who stands under it already stays where it is
 * @param slice the key of a sprint or release, or {@link StoryMap#NOT_PLANNED}
 * @param byRelease whether slices are releases
 */
public record PlaceOnMap(
        List<ItemKey> items, ItemKey column, String slice, boolean byRelease, Target target)
        implements Command {
    public PlaceOnMap {
        items = List.copyOf(items);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.MOVE;
    }

    @Override
    public Set<String> inProducts() {
        var products = new TreeSet<>(Command.super.inProducts());
        products.add(column.product());
        return products;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        if (snapshot.findNode(column).isEmpty()) {
            found.add(Problem.SINGLE, "column", "%s no longer exists.".formatted(column));
            return new Proposal(List.of(), List.of());
        }
        var fields = fields(snapshot, found);
        boolean isUnder =
                items.stream()
                        .allMatch(
                                key -> snapshot.isUnder(snapshot.requireNode(key).item(), column));
        return found.isEmpty()
                ? new MoveItems(
                                items,
                                isUnder
                                        ? new Target.Parent.Same()
                                        : new Target.Parent.Under(column),
                                target,
                                fields)
                        .propose(snapshot, at, found)
                : new Proposal(List.of(), List.of());
    }

    private Map<String, String> fields(Snapshot snapshot, ProblemCollector found) {
        var fields = new HashMap<String, String>();
        var field = byRelease ? Field.RELEASE : Field.SPRINT;
        for (var key : items) {
            var item = snapshot.requireNode(key).item();
            var was =
                    Objects.requireNonNullElse(
                            byRelease ? ReleaseFill.releaseOf(snapshot, key) : item.sprint(), "");
            if (was.equals(slice)) {
                continue;
            }
            if (!byRelease && !SprintPart.isOpen(item)) {
                found.add(
                        Problem.SINGLE,
                        "items",
                        "%s is %s; there is nothing left to plan."
                                .formatted(key, item.isDone() ? "done" : "dropped"));
            } else if (slice.isEmpty() && field.textOf(item) == null) {
                found.add(
                        Problem.SINGLE,
                        "items",
                        "%s is in the release of what stands above it; take that out of it."
                                .formatted(key));
            }
            fields.put(field.label(), slice);
            if (!byRelease) {
                fields.put(Field.CANDIDATE.label(), "");
            }
        }
        return fields;
    }
}
