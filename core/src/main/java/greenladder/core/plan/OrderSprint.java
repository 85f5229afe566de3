package greenladder.core.plan;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Puts items of a sprint at another place in its own order; the one order of all work stays as it
 * is.
 *
 * @param sprint its key
 * @param moved in the order in which they are to stand
 * @param before the item that they come before; null for the end
 */
public record OrderSprint(String sprint, List<ItemKey> moved, @Nullable ItemKey before)
        implements PlanCommand {
    public OrderSprint {
        moved = List.copyOf(moved);
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.sprint(sprint));
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.findSprint(sprint).orElseThrow();
        var order =
                SprintPart.inSprint(snapshot, sprint).stream()
                        .map(SprintPart::item)
                        .collect(Collectors.toCollection(ArrayList::new));
        var those = moved.stream().filter(order::contains).distinct().toList();
        order.removeAll(those);
        int place = before == null ? -1 : order.indexOf(before);
        order.addAll(place < 0 ? order.size() : place, those);
        return workspace.with(it.with(it.plan().withOrder(order)));
    }
}
