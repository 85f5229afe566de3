package greenladder.core.work;

import greenladder.core.change.Change;
import greenladder.core.change.HourLog;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.ItemCommand;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/** Takes an entry of hours out of an item; the hours invested shrink by it. */
public record TakeOutHours(ItemKey item, int number) implements ItemCommand {

    @Override
    public OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var it = snapshot.requireNode(item).item();
        var entry =
                it.details().doing().worked().stream()
                        .filter(one -> one.number() == number)
                        .findFirst();
        if (entry.isEmpty()) {
            found.add(
                    Problem.SINGLE,
                    "number",
                    "%s has no such entry of hours any more.".formatted(item));
            return new Proposal(List.of(), List.of());
        }
        var changes = new ArrayList<Change>();
        changes.add(new Change(item, entry.get().field(), entry.get(), null));
        var left = HourLog.invested(it).minus(entry.get().hours()).orZero();
        changes.addAll(LogHours.figures(snapshot, at, found, it, left, null));
        return new Proposal(List.of(item), changes);
    }
}
