package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.EditItems;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Plans items into a sprint, or makes them candidates for it. A parent's open leaves are planned,
 * and itself while it brings points of its own; the team is the sprint's from then on.
 *
 * @param sprint its key
 * @param before the item of the sprint that they come before; null for the end
 */
public record PlanIntoSprint(
        List<ItemKey> items, String sprint, boolean candidates, @Nullable ItemKey before)
        implements Command {
    public PlanIntoSprint {
        items = List.copyOf(items);
    }

    public PlanIntoSprint(List<ItemKey> items, String sprint, boolean candidates) {
        this(items, sprint, candidates, null);
    }

    @Override
    public Set<PlanKey> plans() {
        return before == null ? Set.of() : Set.of(PlanKey.sprint(sprint));
    }

    @Override
    public OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.PLAN;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var keys = new LinkedHashSet<ItemKey>();
        for (var key : items) {
            var node = snapshot.requireNode(key);
            var open = SprintPart.toPlan(node);
            if (!SprintPart.isOpen(node.item())) {
                wrong(
                        found,
                        "items",
                        "%s is %s; there is nothing left to plan.",
                        key,
                        node.item().isDone() ? "done" : "dropped");
            } else if (open.isEmpty()) {
                wrong(found, "items", "All that stands under %s is done already.", key);
            }
            keys.addAll(open);
        }
        if (!found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var edited = new EditItems(List.copyOf(keys), fields()).propose(snapshot, at, found);
        return before == null
                ? edited
                : new Proposal(
                        edited.items(),
                        edited.changes(),
                        PlanChange.between(
                                snapshot.workspace(), ordered(snapshot, keys, before), plans()));
    }

    /** The workspace with the items in their place of the sprint's order. */
    private Workspace ordered(Snapshot snapshot, Set<ItemKey> keys, ItemKey next) {
        var workspace = snapshot.workspace();
        var it = workspace.findSprint(sprint).orElseThrow();
        var order = new ArrayList<ItemKey>();
        SprintPart.inSprint(snapshot, sprint).forEach(part -> order.add(part.item()));
        order.removeAll(keys);
        int place = order.indexOf(next);
        order.addAll(place < 0 ? order.size() : place, keys);
        return workspace.with(it.with(it.plan().withOrder(order)));
    }

    private Map<String, String> fields() {
        return candidates
                ? Map.of(Field.CANDIDATE.label(), sprint)
                : Map.of(Field.SPRINT.label(), sprint, Field.CANDIDATE.label(), "");
    }
}
