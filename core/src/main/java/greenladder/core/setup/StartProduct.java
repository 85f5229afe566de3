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
import greenladder.core.team.Team;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Starts a product with a ladder of levels.
 *
 * @param alone who is to work for it, in a team of its own that bears its name; null makes no team
 */
public record StartProduct(String code, String name, Levels levels, @Nullable String alone)
        implements Command {
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
        var next = snapshot.workspace().with(new Product(code, name, levels));
        var plans = new ArrayList<>(List.of(PlanKey.product(code)));
        if (alone != null) {
            var team = new Team(freeKey(next), name, List.of(alone), List.of(code), Map.of());
            next = next.with(team);
            plans.add(PlanKey.team(team.key()));
        }
        return new Proposal(
                List.of(), List.of(), PlanChange.between(snapshot.workspace(), next, plans));
    }

    private String freeKey(Workspace workspace) {
        var base = code.toLowerCase(Locale.ROOT);
        return Stream.iterate(1, i -> i + 1)
                .map(i -> i == 1 ? base : base + "-" + i)
                .filter(key -> workspace.findTeam(key).isEmpty())
                .findFirst()
                .orElseThrow();
    }
}
