package greenladder.core.trace;

import greenladder.core.change.Change;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.ItemCommand;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A command on one fact of how an item goes. */
interface CourseCommand extends ItemCommand {
    /** The fact, with what it is to be; null for nothing, empty where something is wrong. */
    Optional<Fact> fact(Item item, Workspace workspace, Instant at, ProblemCollector found);

    /** A field and its value. */
    record Fact(Field field, @Nullable Object value) {}

    @Override
    default OperationKind kind() {
        return OperationKind.EDIT;
    }

    @Override
    default Permission need(Snapshot snapshot) {
        return Permission.SHAPE;
    }

    @Override
    default Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var it = snapshot.requireNode(item()).item();
        var fact = fact(it, snapshot.workspace(), at, found);
        if (fact.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var change = Change.of(it, fact.get().field(), fact.get().value());
        return new Proposal(List.of(item()), change.differs() ? List.of(change) : List.of());
    }

    /** A number as it was entered; finds what is wrong with it. */
    static Optional<Amount> number(ProblemCollector found, String field, String text) {
        var number =
                text.strip().length() > 20
                        ? Optional.<Amount>empty()
                        : Amount.parse(text.strip().replace(',', '.'));
        if (number.isEmpty()) {
            found.add(Problem.SINGLE, field, "This takes a number with at most three decimals.");
        }
        return number;
    }
}
