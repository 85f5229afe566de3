package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan.Tally;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/**
 * Starts a sprint: what stands in it now is what the team commits itself to.
 *
 * @param sprint its key
 * @param change what is said of it at its start, such as its goal
 */
public record StartSprint(String sprint, UnaryOperator<Sprint> change) implements PlanCommand {

    /** Starts it as it is. */
    public StartSprint(String sprint) {
        this(sprint, UnaryOperator.identity());
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.sprint(sprint));
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.findSprint(sprint).orElseThrow();
        if (it.startedAt() != null) {
            wrong(found, "state", "%s has been started already.", it.name());
            return workspace;
        }
        return workspace.with(
                change.apply(it)
                        .started(
                                at,
                                tallies(
                                        SprintPart.inSprint(snapshot, sprint),
                                        workspace,
                                        it.team())));
    }

    /**
     * What items come to, each under its key; for each product of the team nothing under its code,
     * so that a product without items is noted too.
     */
    static TreeMap<String, Tally> tallies(
            List<SprintPart> parts, Workspace workspace, String team) {
        var tallies = new TreeMap<String, Tally>();
        workspace
                .findTeam(team)
                .ifPresent(
                        found -> found.products().forEach(code -> tallies.put(code, Tally.NONE)));
        for (var part : parts) {
            tallies.put(part.item().toString(), Tally.NONE.plus(part.amount()));
        }
        return tallies;
    }
}
