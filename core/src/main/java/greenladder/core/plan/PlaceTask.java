package greenladder.core.plan;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Gives a task of a sprint to somebody, and another place in the order in which it is done there.
 * Among the tasks of its own story it moves itself; before a task of another story, its story goes
 * before that one in the sprint's order.
 *
 * @param sprint its key
 * @param person a sign-in name, empty for nobody; null leaves it with whom it is
 * @param before the task that it is to come before; null leaves the order as it is
 */
public record PlaceTask(
        String sprint, ItemKey task, @Nullable String person, @Nullable ItemKey before)
        implements Command {

    @Override
    public OperationKind kind() {
        return OperationKind.MOVE;
    }

    @Override
    public List<ItemKey> items() {
        return before == null ? List.of(task) : List.of(task, before);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var item = snapshot.requireNode(task).item();
        if (item.level().carriesPoints()) {
            found.add(Problem.SINGLE, "task", "%s is not a task.".formatted(task));
            return new Proposal(List.of(), List.of());
        }
        var changes = new ArrayList<Change>();
        if (person != null) {
            changes.addAll(
                    new EditItems(List.of(task), Map.of("assignee", person))
                            .propose(snapshot, at, found)
                            .changes());
        }
        if (before == null || before.equals(task)) {
            return new Proposal(List.of(task), changes);
        }
        var other = snapshot.requireNode(before).item();
        if (Objects.equals(item.parent(), other.parent())) {
            changes.addAll(
                    new MoveItems(
                                    List.of(task),
                                    new Target.Parent.Same(),
                                    new Target.Before(before))
                            .propose(snapshot, at, found)
                            .changes());
            return new Proposal(List.of(task), changes);
        }
        if (item.parent() == null || other.parent() == null) {
            found.add(
                    Problem.SINGLE,
                    "before",
                    "%s has no story in this sprint; moved it under one first."
                            .formatted(item.parent() == null ? task : before));
            return new Proposal(List.of(), List.of());
        }
        var next =
                new OrderSprint(sprint, List.of(item.parent()), other.parent())
                        .plan(snapshot, at, found);
        var ordered = PlanCommand.drawn(snapshot, next, Set.of(PlanKey.sprint(sprint)), changes);
        return new Proposal(List.of(task), ordered.changes(), ordered.plans());
    }
}
