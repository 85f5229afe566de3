package greenladder.core.setup;

import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.change.SetupChange;
import greenladder.core.change.SetupChange.Removed;
import greenladder.core.level.States;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Gives a team states of its own, by the key of a level, in place of those that it had.
 *
 * @param choices for states that go away the key of what takes their place
 */
public record SetUpTeam(String team, Map<String, States> states, Map<Removed, String> choices)
        implements Command {
    public SetUpTeam {
        states = Map.copyOf(states);
        choices = Map.copyOf(choices);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.SETUP;
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.team(team));
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.ADMINISTER;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        if (snapshot.workspace().findTeam(team).isEmpty()) {
            found.add(Problem.SINGLE, "team", "There is no team “%s”.".formatted(team));
            return new Proposal(List.of(), List.of());
        }
        var next = workspace(snapshot.workspace());
        return new Proposal(
                List.of(),
                SetupChange.of(snapshot, next, choices),
                PlanChange.between(snapshot.workspace(), next, plans()));
    }

    /** The workspace as it is to be. */
    public Workspace workspace(Workspace before) {
        return before.findTeam(team)
                .map(was ->
                        before.with(was.with(was.name(), was.members(), was.products(), states)))
                .orElse(before);
    }

    @Override
    public boolean goesThroughHidden() {
        return true;
    }

    @Override
    public boolean isSettingUp() {
        return true;
    }
}
