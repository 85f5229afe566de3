package greenladder.core.trace;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.TraceLink;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * Says that links, and places under parents, still hold as they read now; all of them or none.
 *
 * @param ids as {@link Suspicion#id} has them
 */
public record Confirm(List<String> ids) implements Command {
    private static final int MOST = 1_000;

    public Confirm {
        ids = ids.stream().filter(Objects::nonNull).distinct().toList();
    }

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public List<ItemKey> items() {
        return ids.stream().map(Suspicion::fromOf).flatMap(Optional::stream).distinct().toList();
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        if (ids.isEmpty() || ids.size() > MOST) {
            found.add(
                    Problem.SINGLE,
                    "link",
                    ids.isEmpty()
                            ? "Which link still holds?"
                            : "At most %,d links are confirmed at once.".formatted(MOST));
            return new Proposal(List.of(), List.of());
        }
        var changes = new ArrayList<Change>();
        for (var id : ids) {
            var change =
                    Suspicion.isOfParent(id) ? place(snapshot, id, at) : link(snapshot, id, at);
            if (change.isEmpty()) {
                found.add(Problem.SINGLE, "link", "There is no such link any more.");
                break;
            }
            changes.add(change.get());
        }
        return new Proposal(items(), changes);
    }

    private static Optional<Change> place(Snapshot snapshot, String id, Instant at) {
        return Suspicion.fromOf(id)
                .flatMap(snapshot::findItem)
                .filter(item -> item.parent() != null)
                .map(item -> Change.of(item, Field.CONFIRMED, at));
    }

    private static Optional<Change> link(Snapshot snapshot, String id, Instant at) {
        return new Links(snapshot)
                .find(id)
                .map(linked -> {
                    var link = linked.link();
                    var kept =
                            link.confirmed(
                                    at, TraceLink.digest(link.type(), linked.from(), linked.to()));
                    return new Change(linked.from().key(), link.field(), link, kept);
                });
    }
}
