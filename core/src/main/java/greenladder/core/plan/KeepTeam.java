package greenladder.core.plan;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Makes a team, or gives one another name, other members and other products. */
public record KeepTeam(String key, String name, List<String> members, List<String> products)
        implements PlanCommand {
    public KeepTeam {
        members = List.copyOf(members);
        products = List.copyOf(products);
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.team(key));
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        return snapshot.workspace()
                .with(
                        snapshot.workspace()
                                .findTeam(key)
                                .map(was -> was.with(name, members, products, was.ownStates()))
                                .orElseGet(() -> new Team(key, name, members, products, Map.of())));
    }
}
