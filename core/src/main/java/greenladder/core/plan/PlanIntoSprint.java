package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.EditItems;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;

/**
 * Plans items into a sprint, or makes them candidates for it. A parent's open leaves are planned,
 * and itself while it brings points of its own; the team is the sprint's from then on.
 *
 * @param sprint its key
 */
public record PlanIntoSprint(List<ItemKey> items, String sprint, boolean candidates)
        implements Command {
    public PlanIntoSprint {
        items = List.copyOf(items);
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
        return found.isEmpty()
                ? new EditItems(List.copyOf(keys), fields()).propose(snapshot, at, found)
                : new Proposal(List.of(), List.of());
    }

    private Map<String, String> fields() {
        return candidates
                ? Map.of(Field.CANDIDATE.label(), sprint)
                : Map.of(Field.SPRINT.label(), sprint, Field.CANDIDATE.label(), "");
    }
}
