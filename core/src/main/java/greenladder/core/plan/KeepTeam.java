package greenladder.core.plan;

import greenladder.core.item.PlanKey;
import greenladder.core.item.Team;
import greenladder.core.item.Workspace;
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
    public Workspace plan(Workspace workspace) {
        var states = workspace.findTeam(key).map(Team::ownStates).orElse(Map.of());
        return workspace.with(new Team(key, name, members, products, states));
    }
}
