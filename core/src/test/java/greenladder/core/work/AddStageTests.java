package greenladder.core.work;

import static greenladder.core.work.Crew.keys;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.edit.EditItems;
import greenladder.core.level.Category;
import greenladder.core.level.State;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Team;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;

public class AddStageTests {
    private static Crew crew() {
        var crew = new Crew("story A state=under-way\nstory B");
        return crew.does(new EditItems(keys(1, 2), Map.of("team", "lantern")));
    }

    private static Team team(Crew crew) {
        return crew.snapshot.workspace().findTeam("lantern").orElseThrow();
    }

    private static List<String> columns(Crew crew) {
        return Boards.of(crew.snapshot.workspace(), team(crew)).columns().stream()
                .map(Column::name)
                .toList();
    }

    @Test
    public void stageShouldComeBeforeWhatIsDone() {
        var crew = crew().does(new AddStage("lantern", "At the pier"));

        assertThat(columns(crew))
                .containsExactly("To do", "Ready", "Under way", "In test", "At the pier", "Done");
        assertThat(team(crew).ownStates().get("story").find("at-the-pier"))
                .contains(new State("at-the-pier", "At the pier", Category.IN_PROGRESS));
        // Nothing moves by it.
        assertThat(crew.snapshot.requireNode(Crew.key(1)).item().state().name())
                .isEqualTo("Under way");
    }

    /** As the board is when its last columns were removed. */
    private static KeepPractice onlyFirst(int columns) {
        return new KeepPractice(
                "lantern",
                practice -> {
                    var board = practice.board();
                    return practice.with(board.with(board.columns().subList(0, columns)));
                });
    }

    @Test
    public void stateThatNoColumnHoldsShouldBeTaken() {
        var crew =
                crew().does(new AddStage("lantern", "At the pier"))
                        .does(onlyFirst(4))
                        .does(new AddStage("lantern", "at the pier"));

        assertThat(team(crew).ownStates().get("story").all()).hasSize(7);
        assertThat(columns(crew)).endsWith("In test", "at the pier");
    }

    @Test
    public void nameShouldBeOneThatNoOtherColumnHas() {
        assertThat(crew().wrong(new AddStage("lantern", "under WAY")))
                .containsExactly("There is a column “under WAY” already.");
        assertThat(crew().wrong(new AddStage("lantern", "a".repeat(61))))
                .containsExactly("A column has a name of at most 60 characters.");
    }
}
