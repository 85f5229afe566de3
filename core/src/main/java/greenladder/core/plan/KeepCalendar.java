package greenladder.core.plan;

import static greenladder.core.plan.PlanCommand.wrong;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Calendar;
import greenladder.core.team.Team;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.Set;

/** Says when a team works and what its members give. Whoever plans for the team may. */
public record KeepCalendar(String team, Calendar calendar) implements PlanCommand {

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.team(team));
    }

    @Override
    public String fact() {
        return Team.CALENDAR;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.PLAN;
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        // Of whom nothing is said, no fact tells: the rules of plans do not see them.
        calendar.members().keySet().stream()
                .filter(handle -> snapshot.findPerson(handle).isEmpty())
                .findFirst()
                .ifPresent(handle ->
                        wrong(
                                found,
                                "members",
                                "Nobody signs in as “%s”.",
                                handle.substring(0, Math.min(60, handle.length()))));
        return snapshot.workspace()
                .with(snapshot.workspace().findTeam(team).orElseThrow().with(calendar));
    }
}
