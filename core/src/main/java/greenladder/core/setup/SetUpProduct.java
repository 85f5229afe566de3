package greenladder.core.setup;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.SetupChange;
import greenladder.core.change.SetupChange.Removed;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.product.ProductFacts;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;
import java.util.Map;

/**
 * Gives a product another set-up: its name, levels, kinds, states, fields, templates, or how it
 * refines. Items that use a part that goes away take what was chosen in its place.
 *
 * @param next the product as it is to be
 * @param choices for parts that go away the key of what takes their place
 */
public record SetUpProduct(Product next, Map<Removed, String> choices) implements Command {
    public SetUpProduct {
        choices = Map.copyOf(choices);
    }

    public SetUpProduct(Product next) {
        this(next, Map.of());
    }

    @Override
    public OperationKind kind() {
        return OperationKind.SETUP;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return changes(snapshot).stream().anyMatch(change -> ProductFacts.isOfLevels(change.fact()))
                ? Permission.ADMINISTER
                : Permission.SHAPE;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        if (snapshot.findProduct(next.code()).isEmpty()) {
            found.add(Problem.SINGLE, "product", "There is no product %s.".formatted(next.code()));
            return new Proposal(List.of(), List.of());
        }
        return new Proposal(
                List.of(),
                SetupChange.of(snapshot, snapshot.workspace().with(next), choices),
                changes(snapshot));
    }

    private List<PlanChange> changes(Snapshot snapshot) {
        return PlanChange.between(
                snapshot.workspace(),
                snapshot.workspace().with(next),
                List.of(PlanKey.product(next.code())));
    }

    /** What was chosen holds for every item, hidden ones as well. */
    @Override
    public boolean goesThroughHidden() {
        return true;
    }

    /** Nobody worked on anything: no state follows. */
    @Override
    public boolean isSettingUp() {
        return true;
    }
}
