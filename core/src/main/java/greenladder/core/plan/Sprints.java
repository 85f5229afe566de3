package greenladder.core.plan;

import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.Sprint.Standing;
import greenladder.core.team.Team;
import greenladder.core.workspace.Workspace;
import java.time.temporal.TemporalAdjusters;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** A team's sprints in their order. */
public final class Sprints {
    private static final Pattern LAST_NUMBER = Pattern.compile("(\\d{1,6})(\\D*)$");

    private Sprints() {}

    /** All of a team, by their first day. */
    public static List<Sprint> of(Workspace workspace, String team) {
        return workspace.sprintsByKey().values().stream()
                .filter(sprint -> sprint.team().equals(team))
                .sorted(Comparator.comparing(Sprint::start).thenComparing(Sprint::key))
                .toList();
    }

    /** The first of a team that has not started. */
    public static Optional<Sprint> next(Workspace workspace, String team) {
        return of(workspace, team).stream()
                .filter(sprint -> sprint.standing() == Standing.PLANNED)
                .findFirst();
    }

    /** The one that follows another, not started yet. */
    public static Optional<Sprint> after(Workspace workspace, Sprint sprint) {
        return of(workspace, sprint.team()).stream()
                .filter(one ->
                        one.standing() == Standing.PLANNED
                                && one.start().isAfter(sprint.start())
                                && !one.key().equals(sprint.key()))
                .findFirst();
    }

    /**
     * The team of a product whose work somebody looks at first: one they are in, one with a running
     * sprint before others; the first of all where they are in none.
     */
    public static Optional<Team> usualTeam(Workspace workspace, String product, String person) {
        var teams = workspace.teamsOf(product);
        var own = teams.stream().filter(team -> team.members().contains(person)).toList();
        return own.stream()
                .filter(team -> running(workspace, team.key()).isPresent())
                .findFirst()
                .or(() -> own.stream().findFirst())
                .or(() -> teams.stream().findFirst());
    }

    public static Optional<Sprint> running(Workspace workspace, String team) {
        return of(workspace, team).stream().filter(Sprint::isRunning).findFirst();
    }

    /** A key that no sprint has. */
    public static String freeKey(Workspace workspace, String team) {
        int number = of(workspace, team).size() + 1;
        while (workspace.findSprint(team + "-" + number).isPresent()) {
            number++;
        }
        return team + "-" + number;
    }

    /**
     * A sprint of the same team that begins on the first weekday of another that comes after it.
     *
     * @param days its length, both ends counted
     */
    static Sprint following(Workspace workspace, Sprint sprint, String name, long days) {
        var start =
                sprint.finish()
                        .plusDays(1)
                        .with(TemporalAdjusters.nextOrSame(sprint.start().getDayOfWeek()));
        return new Sprint(
                freeKey(workspace, sprint.team()),
                sprint.team(),
                name,
                start,
                start.plusDays(Math.max(1, days) - 1),
                null,
                null);
    }

    /** A name whose last number is one more; with a 2 behind it where it has none. */
    public static String nextName(String name) {
        var number = LAST_NUMBER.matcher(name);
        return number.find()
                ? name.substring(0, number.start())
                        + (Integer.parseInt(number.group(1)) + 1)
                        + number.group(2)
                : name + " 2";
    }
}
