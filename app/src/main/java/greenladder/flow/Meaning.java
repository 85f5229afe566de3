package greenladder.flow;

import greenladder.core.level.Levels;
import greenladder.core.level.States;
import greenladder.core.product.Product;
import greenladder.core.team.Team;
import greenladder.core.workspace.Workspace;
import java.time.ZoneId;
import java.util.Map;
import java.util.stream.Collectors;

/** What states, levels and days mean; what is folded holds only as long as they stay. */
record Meaning(
        ZoneId zone, Map<String, Levels> levels, Map<String, Map<String, States>> ownStates) {
    static Meaning of(Workspace workspace) {
        return new Meaning(
                workspace.zone(),
                workspace.products().stream()
                        .collect(Collectors.toMap(Product::code, Product::levels)),
                workspace.teamsByKey().values().stream()
                        .collect(Collectors.toMap(Team::key, Team::ownStates)));
    }
}
