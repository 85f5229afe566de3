package greenladder.core.work;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.plan.OrderSprint;
import greenladder.core.plan.PlanCommand;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Moves cards on a team's board: each gets the state that it has in the column, and what else the
 * place says of it.
 *
 * @param team its key
 * @param column the key of a column; empty leaves each in its own
 * @param fields what else is set, such as the person of a lane
 * @param order where in the order they come; null leaves it
 */
public record MoveCard(
        List<ItemKey> items,
        String team,
        String column,
        Map<String, String> fields,
        @Nullable Order order)
        implements Command {
    public MoveCard {
        items = List.copyOf(items);
        fields = Map.copyOf(fields);
    }

    /**
     * @param sprint in whose order; null for the order of the whole backlog
     * @param before the card that they come before
     */
    public record Order(@Nullable String sprint, ItemKey before) {}

    @Override
    public OperationKind kind() {
        return OperationKind.MOVE;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var changes = new ArrayList<Change>();
        for (var key : items) {
            var set = new LinkedHashMap<>(fields);
            if (!column.isEmpty()) {
                var state = stateOf(snapshot, key, found);
                if (state == null) {
                    return new Proposal(List.of(), List.of());
                }
                set.put(Field.STATE.label(), state);
            }
            changes.addAll(new EditItems(List.of(key), set).propose(snapshot, at, found).changes());
        }
        if (order == null || !found.isEmpty() || items.contains(order.before())) {
            return new Proposal(items, changes);
        }
        if (order.sprint() == null) {
            changes.addAll(
                    new MoveItems(
                                    items,
                                    new Target.Parent.Same(),
                                    new Target.Before(order.before()))
                            .propose(snapshot, at, found)
                            .changes());
            return new Proposal(items, changes);
        }
        var next = new OrderSprint(order.sprint(), items, order.before()).plan(snapshot, at, found);
        var drawn =
                PlanCommand.drawn(snapshot, next, Set.of(PlanKey.sprint(order.sprint())), changes);
        return new Proposal(items, drawn.changes(), drawn.plans());
    }

    private @Nullable String stateOf(Snapshot snapshot, ItemKey key, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var item = snapshot.requireNode(key).item();
        var itsTeam = workspace.findTeam(team);
        var into = itsTeam.flatMap(one -> Boards.of(workspace, one).find(column));
        if (itsTeam.isEmpty() || into.isEmpty()) {
            wrong(found, "There is no such column on the board any more; look again.");
            return null;
        }
        var state = Boards.stateIn(workspace, itsTeam.get(), into.get(), item);
        if (state.isEmpty()) {
            wrong(
                    found,
                    "“%s” holds no state of %s; %s cannot go there."
                            .formatted(
                                    into.get().name(),
                                    item.level().plural().toLowerCase(java.util.Locale.ROOT),
                                    key));
        }
        return state.orElse(null);
    }

    private static void wrong(ProblemCollector found, String message) {
        found.add(Problem.SINGLE, "column", message);
    }
}
