package greenladder.core.work;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.level.Category;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.people.Permission;
import greenladder.core.plan.PlanCommand;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Board.Place;
import greenladder.core.team.Team;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Gives a team a stage of its own: a state that its stories go through before they are done, and a
 * column of its board that holds it. Its items have states of their own from then on.
 *
 * @param team its key
 * @param name of the state and of the column
 */
public record AddStage(String team, String name) implements PlanCommand {
    private static final int LONGEST_KEY = 30;

    @Override
    public Set<PlanKey> plans() {
        return Set.of(PlanKey.team(team));
    }

    /** Whoever sets up the board may. */
    @Override
    public String fact() {
        return Team.STAGES;
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.PLAN;
    }

    @Override
    public Workspace plan(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.findTeam(team).orElseThrow();
        var board = Boards.of(workspace, it);
        if (board.columns().stream().anyMatch(column -> column.name().equalsIgnoreCase(name))) {
            PlanCommand.wrong(found, "name", "There is a column “%s” already.", name);
            return workspace;
        }
        var states = new HashMap<>(it.ownStates());
        var places = new ArrayList<Place>();
        storyStates(workspace, it)
                .forEach((level, all) -> {
                    var next = withStage(all);
                    states.put(level, next);
                    places.add(new Place(level, null, keyIn(next)));
                });
        var columns = new ArrayList<>(board.columns());
        columns.add(
                placeIn(workspace, it, columns), new Column(freshKey(columns), name, null, places));
        var practice = it.practice().with(board.with(columns));
        return workspace.with(
                it.with(it.name(), it.members(), it.products(), states).with(practice));
    }

    /** The states of the team's stories, by the keys of their levels. */
    private Map<String, States> storyStates(Workspace workspace, Team it) {
        var states = new LinkedHashMap<String, States>();
        for (var product : workspace.productsOf(it)) {
            var level = product.levels().stories();
            states.putIfAbsent(level.key(), workspace.statesOf(level, team));
        }
        return states;
    }

    /** With the state after those in progress; one by that name that is there already is taken. */
    private States withStage(States states) {
        if (states.all().stream().anyMatch(this::isNamed)) {
            return states;
        }
        var keys = states.all().stream().map(State::key).toList();
        var next = new ArrayList<>(states.all());
        int at =
                (int)
                        states.all().stream()
                                .takeWhile(one -> one.category() != Category.DONE)
                                .count();
        next.add(at, new State(fresh(keys), name, Category.IN_PROGRESS));
        return new States(next);
    }

    private boolean isNamed(State state) {
        return state.name().equalsIgnoreCase(name);
    }

    private String keyIn(States states) {
        return states.all().stream().filter(this::isNamed).findFirst().orElseThrow().key();
    }

    /** Before the first column of what is done. */
    private static int placeIn(Workspace workspace, Team it, List<Column> columns) {
        return IntStream.range(0, columns.size())
                .filter(i ->
                        Boards.categoryOf(workspace, it, columns.get(i))
                                .filter(Category.DONE::equals)
                                .isPresent())
                .findFirst()
                .orElse(columns.size());
    }

    private String freshKey(List<Column> columns) {
        return fresh(columns.stream().map(Column::key).toList());
    }

    private String fresh(List<String> taken) {
        var base =
                name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
        var start =
                base.isEmpty() ? "stage" : base.substring(0, Math.min(LONGEST_KEY, base.length()));
        return Stream.iterate(1, i -> i + 1)
                .map(i -> i == 1 ? start : start + "-" + i)
                .filter(key -> !taken.contains(key))
                .findFirst()
                .orElseThrow();
    }
}
