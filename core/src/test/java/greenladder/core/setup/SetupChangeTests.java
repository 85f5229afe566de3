package greenladder.core.setup;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.node;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Change;
import greenladder.core.change.Decision;
import greenladder.core.change.Decisions;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Reverse;
import greenladder.core.change.SetupChange;
import greenladder.core.change.SetupChange.Removed;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.testng.annotations.Test;

/**
 * Levels, kinds and states that change under items; teams, sprints and releases that items are in.
 */
public class SetupChangeTests {
    private static final String TREE =
            """
            epic E
              story A state=in-test size=3
              story B state=ready kind=bug
            """;
    private static final States SAW =
            States.of(
                    new State("waiting", "Waiting", Category.TO_DO),
                    new State("sawing", "Sawing", Category.IN_PROGRESS),
                    new State("sawn", "Sawn", Category.DONE),
                    new State("left", "Left", Category.DROPPED));
    private static final Sprint SPRINT =
            new Sprint(
                    "saws-1",
                    "saws",
                    "Saws 1",
                    LocalDate.parse("2026-05-04"),
                    LocalDate.parse("2026-05-15"),
                    null,
                    null);

    private static Levels levels(Snapshot snapshot, String key, UnaryOperator<Level> change) {
        var levels = new ArrayList<Level>();
        snapshot.requireProduct("MSF")
                .levels()
                .all()
                .forEach(
                        level -> levels.add(level.key().equals(key) ? change.apply(level) : level));
        return new Levels(levels);
    }

    private static Level with(Level level, List<String> kinds, States states) {
        return new Level(
                level.key(),
                level.name(),
                level.plural(),
                level.index(),
                level.measure(),
                level.followsChildren(),
                kinds,
                states);
    }

    private static Decision changeSetup(
            Snapshot snapshot, Levels levels, Map<Removed, String> choices) {
        return Decisions.decide(snapshot, command(snapshot, levels, choices), Trees.NOW);
    }

    private static SetUpProduct command(
            Snapshot snapshot, Levels levels, Map<Removed, String> choices) {
        return new SetUpProduct(snapshot.requireProduct("MSF").withLevels(levels), choices);
    }

    private static Levels sawn(Snapshot snapshot) {
        return levels(snapshot, "story", level -> with(level, List.of("story"), SAW));
    }

    private static Reverse reverse(Decision.Accepted accepted) {
        return new Reverse(
                OperationKind.UNDO, 1, accepted.changes(), accepted.plans(), List.of(), Set.of());
    }

    private static Snapshot withTeam(Snapshot snapshot, Map<String, States> states) {
        return snapshot.with(
                snapshot.workspace()
                        .with(new Team("saws", "Saws", List.of(), List.of("MSF"), states))
                        .with(SPRINT));
    }

    @Test
    public void whatIsUsedShouldBeCountedAndNothingChanged() {
        var snapshot = Trees.of(TREE.strip());
        assertThat(
                        SetupChange.undecided(
                                snapshot,
                                snapshot.workspace()
                                        .with(
                                                snapshot.requireProduct("MSF")
                                                        .withLevels(sawn(snapshot))),
                                Map.of()))
                .containsEntry(new Removed(Removed.What.STATE, "MSF", "story", "in-test"), 1)
                .containsEntry(new Removed(Removed.What.STATE, "MSF", "story", "ready"), 1)
                .containsEntry(new Removed(Removed.What.KIND, "MSF", "story", "bug"), 1);
        assertThat(problems(snapshot, command(snapshot, sawn(snapshot), Map.of())).inWords())
                .contains("1 item uses the state “In test” (Story)", "1 item uses the kind “bug”");
    }

    private static final Map<Removed, String> CHOICES =
            Map.of(
                    new Removed(Removed.What.STATE, "MSF", "story", "in-test"),
                    "sawing",
                    new Removed(Removed.What.STATE, "MSF", "story", "ready"),
                    "waiting",
                    new Removed(Removed.What.KIND, "MSF", "story", "bug"),
                    "story");

    @Test
    public void choicesShouldBeFollowedAndLogged() {
        var snapshot = Trees.of(TREE.strip());
        var outcome = (Decision.Accepted) changeSetup(snapshot, sawn(snapshot), CHOICES);
        assertThat(node(outcome.after(), 2).item().state().name()).isEqualTo("Sawing");
        assertThat(node(outcome.after(), 2).item().version())
                .isEqualTo(node(snapshot, 2).item().version() + 1);
        assertThat(node(outcome.after(), 1).item().version())
                .as("what did not change is not a version on")
                .isEqualTo(node(snapshot, 1).item().version());
        assertThat(outcome.changes()).hasSize(3).noneMatch(Change::followed);
        assertThat(node(outcome.after(), 1).rollUp().points().inProgress()).hasToString("3");
    }

    @Test
    public void setUpShouldBeTakenBackWithItsItems() {
        var snapshot = Trees.of(TREE.strip());
        var outcome = (Decision.Accepted) changeSetup(snapshot, sawn(snapshot), CHOICES);
        var back = after(outcome.after(), reverse(outcome));
        assertThat(back.requireProduct("MSF")).isEqualTo(snapshot.requireProduct("MSF"));
        assertThat(node(back, 2).item().state()).isEqualTo(node(snapshot, 2).item().state());
        assertThat(node(back, 3).item().kind()).isEqualTo("bug");
    }

    @Test
    public void setUpShouldStayWhileItemsUseIt() {
        var snapshot = Trees.of(TREE.strip());
        var outcome = (Decision.Accepted) changeSetup(snapshot, sawn(snapshot), CHOICES);
        var later = after(outcome.after(), edit(2, "title", "Sawed meanwhile"));
        later = after(later, edit(3, "state", "sawn"));
        assertThat(problems(later, reverse(outcome)).inWords())
                .contains("MSF3: the state changed again in the meantime");
        var alone =
                new Reverse(OperationKind.UNDO, 1, List.of(), outcome.plans(), List.of(), Set.of());
        assertThat(problems(later, alone).inWords())
                .contains("1 item uses the state “Sawing” (Story)", "1 item uses the state “Sawn”");
    }

    @Test
    public void levelThatGoesShouldNotBreakTheTree() {
        var snapshot = Trees.of(TREE.strip());
        var without = new ArrayList<Level>();
        for (var level : snapshot.requireProduct("MSF").levels().all()) {
            if (!level.key().equals("epic")) {
                without.add(
                        new Level(
                                level.key(),
                                level.name(),
                                level.plural(),
                                without.size(),
                                level.measure(),
                                level.followsChildren(),
                                level.kinds(),
                                level.states()));
            }
        }
        var epic = new Removed(Removed.What.LEVEL, "MSF", "epic", "");
        assertThat(changeSetup(snapshot, new Levels(without), Map.of()))
                .isInstanceOf(Decision.Refused.class);
        assertThat(changeSetup(snapshot, new Levels(without), Map.of(epic, "story")))
                .isInstanceOf(Decision.Refused.class);
        assertThat(changeSetup(snapshot, new Levels(without), Map.of(epic, "task")))
                .as("points do not become hours")
                .isInstanceOf(Decision.Refused.class);
        var moved =
                (Decision.Accepted)
                        changeSetup(snapshot, new Levels(without), Map.of(epic, "feature"));
        assertThat(node(moved.after(), 1).item().level().key()).isEqualTo("feature");
        assertThat(moved.after().order().slots()).isEqualTo(snapshot.order().slots());
    }

    @Test
    public void stateOfAnotherTeamShouldBecomeTheFirstOfItsCategory() {
        var snapshot = withTeam(Trees.of(TREE.strip()), Map.of("story", SAW));
        var given = after(snapshot, edit(2, "team", "saws"));
        assertThat(node(given, 2).item().state().key()).isEqualTo("sawing");
        assertThat(problems(given, edit(2, "state", "in-test")).inWords())
                .contains("waiting, sawing, sawn, left");
        var back = after(given, edit(2, "team", ""));
        assertThat(node(back, 2).item().state().key()).isEqualTo("under-way");
    }

    @Test
    public void sprintShouldBringItsTeamAndItsDates() {
        var snapshot = withTeam(Trees.of(TREE.strip()), Map.of());
        var planned = after(snapshot, edit(2, "sprint", "saws-1"));
        assertThat(node(planned, 2).item().team()).isEqualTo("saws");
        assertThat(node(planned, 1).rollUp().dates().start()).hasToString("2026-05-04");
        assertThat(node(planned, 1).rollUp().dates().finish()).hasToString("2026-05-15");
        var left = after(planned, edit(2, "team", ""));
        assertThat(node(left, 2).item().sprint()).as("another team, another sprint").isNull();
        var later =
                new Sprint(
                        "saws-1",
                        "saws",
                        "Saws 1",
                        SPRINT.start(),
                        LocalDate.parse("2026-05-22"),
                        Instant.EPOCH,
                        Instant.EPOCH);
        var moved = planned.with(planned.workspace().with(later));
        assertThat(node(moved, 1).rollUp().dates().finish()).hasToString("2026-05-22");
        assertThat(problems(moved, edit(3, "sprint", "saws-1")).inWords()).contains("is closed");
    }

    @Test
    public void releaseShouldGiveItsDateAsFinishWhereThereIsNoSprint() {
        var release = new Release("msf-may", "MSF", "May", LocalDate.parse("2026-05-30"));
        var snapshot = Trees.of(TREE.strip());
        snapshot = snapshot.with(snapshot.workspace().with(release));
        var planned = after(snapshot, edit(2, "release", "msf-may"));
        assertThat(node(planned, 2).rollUp().dates().start()).isNull();
        assertThat(node(planned, 1).rollUp().dates().finish()).hasToString("2026-05-30");
        assertThat(problems(snapshot, edit(2, "release", "nope")).inWords()).contains("no release");
        assertThat(problems(snapshot, edit(2, "team", "nope")).inWords()).contains("no team");
    }
}
