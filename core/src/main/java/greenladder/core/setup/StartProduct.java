package greenladder.core.setup;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.level.Levels;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.List;

/** Starts a product with a ladder of levels. */
public record StartProduct(String code, String name, Levels levels) implements Command {
    private static final int LONGEST_NAME = 120;

    @Override
    public OperationKind kind() {
        return OperationKind.SETUP;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.START_PRODUCTS;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        if (!Product.isCode(code)) {
            found.add(Problem.SINGLE, "code", "A code has 2 to 5 capital letters.");
        } else if (snapshot.whole().findProduct(code).isPresent()) {
            found.add(Problem.SINGLE, "code", "There is a product %s already.".formatted(code));
        }
        if (name.isBlank() || name.length() > LONGEST_NAME) {
            found.add(
                    Problem.SINGLE,
                    "name",
                    "A name of at most %d characters is needed.".formatted(LONGEST_NAME));
        }
        if (!found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        return new Proposal(
                List.of(),
                List.of(),
                PlanChange.between(
                        snapshot.workspace(),
                        snapshot.workspace().with(new Product(code, name, levels)),
                        List.of(PlanKey.product(code))));
    }
}
