package greenladder.core.work;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.plan.PlanCommand;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Practice;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * Changes how a team works from day to day: its board, its hand-overs, who may take which step.
 * Whoever plans for the team may.
 *
 * @param team its key
 * @param change from how it works now
 */
public record KeepPractice(String team, UnaryOperator<Practice> change) implements PlanCommand {

    /** Gives a team the board of one that has set up nothing. */
    public static KeepPractice usualBoard(String team) {
        return new KeepPractice(team, practice -> practice.with(practice.board().with(List.of())));
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.team(team));
    }

    @Override
    public String fact() {
        return Practice.FACT;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.PLAN;
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.findTeam(team).orElseThrow();
        var now =
                it.practice().board().columns().isEmpty()
                        ? it.practice().with(Boards.of(workspace, it))
                        : it.practice();
        var next = change.apply(now);
        // What is as usual is not kept, so that it follows the team's states.
        return workspace.with(
                it.with(
                        next.board().columns().equals(Boards.usualColumns(workspace, it))
                                ? next.with(next.board().with(List.of()))
                                : next));
    }
}
