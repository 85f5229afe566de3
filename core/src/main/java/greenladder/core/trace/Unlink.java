package greenladder.core.trace;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.List;

/**
 * Takes a link away.
 *
 * @param from the item that has it
 * @param id as {@link Links.Linked#id} gives it
 */
public record Unlink(ItemKey from, String id) implements Command {
    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public List<ItemKey> items() {
        return List.of(from);
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var linked = new Links(snapshot).find(id).orElse(null);
        if (linked == null) {
            found.add(Problem.SINGLE, "link", "There is no such link any more.");
            return new Proposal(List.of(), List.of());
        }
        var link = linked.link();
        return new Proposal(List.of(from), List.of(new Change(from, link.field(), link, null)));
    }
}
