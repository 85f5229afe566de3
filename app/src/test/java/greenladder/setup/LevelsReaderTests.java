package greenladder.setup;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Problem;
import greenladder.core.change.SetupChange.Removed;
import greenladder.core.level.Level;
import greenladder.core.level.StandardLevels;
import greenladder.setup.LevelsForm.KindForm;
import greenladder.setup.LevelsForm.LevelForm;
import greenladder.setup.LevelsForm.StateForm;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Levels as they are entered, step by step, and what is wrong with them. */
public class LevelsReaderTests {
    private static final LevelsForm SIX = LevelsForm.of(StandardLevels.six());
    private static final int STORY = 4;

    private static LevelsForm with(int place, UnaryOperator<LevelForm> change) {
        var levels = new ArrayList<>(SIX.levels());
        levels.set(place, change.apply(levels.get(place)));
        return new LevelsForm(levels);
    }

    private static List<String> problems(LevelsForm form) {
        var reader = new LevelsReader("MSF", "levels");
        assertThat(reader.levels(form).isEmpty()).isEqualTo(!reader.problems().isEmpty());
        return reader.problems().stream().map(Problem::field).toList();
    }

    private static LevelForm named(LevelForm level, String key, String name, String measure) {
        return new LevelForm(
                key,
                name,
                level.plural(),
                measure,
                level.follows(),
                level.own(),
                level.kinds(),
                level.states());
    }

    private static List<String> stateNames(LevelsForm form, int level) {
        return form.levels().get(level).states().stream().map(StateForm::name).toList();
    }

    @Test
    public void levelsShouldComeBackAsTheyWere() {
        var reader = new LevelsReader("MSF", "levels");
        assertThat(reader.levels(SIX)).contains(StandardLevels.six());
        assertThat(reader.renamed()).isEmpty();
    }

    @DataProvider
    public Object[][] wrongs() {
        return new Object[][] {
            {with(1, level -> named(level, "initiative", " ", "points")), "levels[1].name"},
            {
                with(1, level -> named(level, "initiative", "x".repeat(61), "points")),
                "levels[1].name"
            },
            {with(1, level -> named(level, "goal", "Twice", "points")), "levels[1].key"},
            {with(1, level -> named(level, "Not A Key", "N", "points")), "levels[1].key"},
            {with(1, level -> named(level, "initiative", "I", "litres")), "levels[1].measure"},
            {with(3, level -> named(level, "feature", "F", "hours")), "levels[4].measure"},
            {
                with(2, level -> level.withKinds(List.of(new KindForm("", "Capital")))),
                "levels[2].kinds[0].name"
            },
            {
                with(
                        2,
                        level ->
                                level.withKinds(
                                        List.of(new KindForm("", "a"), new KindForm("", "a")))),
                "levels[2].kinds[1].name"
            },
            {with(2, level -> level.withStates(level.states().subList(0, 3))), "levels[2].states"},
            {
                with(
                        2,
                        level ->
                                level.withStates(
                                        List.of(
                                                new StateForm("a", "A", "never"),
                                                level.states().get(1)))),
                "levels[2].states[0].category"
            },
            {new LevelsForm(SIX.levels().subList(0, 1)), "levels"},
        };
    }

    @Test(dataProvider = "wrongs")
    public void wrongLevelsShouldBeNamedByPlace(LevelsForm form, String field) {
        assertThat(problems(form)).contains(field);
    }

    @Test
    public void twoStatesOfOneNameShouldBeRefused() {
        var form =
                with(
                        STORY,
                        level -> {
                            var states = new ArrayList<>(level.states());
                            states.add(new StateForm("", "IN TEST", "in progress"));
                            return level.withStates(states);
                        });
        assertThat(problems(form)).containsExactly("levels[4].states[6].name");
    }

    @Test
    public void newStateShouldGetAKeyFromItsName() {
        var form =
                with(
                        STORY,
                        level -> {
                            var states = new ArrayList<>(level.states());
                            states.add(new StateForm("", "Wärmt sich auf", "in progress"));
                            states.add(new StateForm("", "Done?", "done"));
                            return level.withStates(states);
                        });
        var story = new LevelsReader("MSF", "levels").levels(form).orElseThrow().all().get(STORY);
        assertThat(story.states().find("warmt-sich-auf")).isPresent();
        assertThat(story.states().find("done-2"))
                .as("a key that is taken is counted on")
                .isPresent();
    }

    @Test
    public void renamedKindShouldTakeItsItemsAlong() {
        var reader = new LevelsReader("MSF", "levels");
        var form =
                with(
                        STORY,
                        level ->
                                level.withKinds(
                                        List.of(
                                                new KindForm("story", "story"),
                                                new KindForm("bug", "defect"))));
        assertThat(reader.levels(form).orElseThrow().all().get(STORY).kinds())
                .containsExactly("story", "defect");
        assertThat(reader.renamed())
                .containsEntry(new Removed(Removed.What.KIND, "MSF", "story", "bug"), "defect");
    }

    @Test
    public void levelWithoutKindsShouldHaveItsOwnNameAsKind() {
        var form = with(2, level -> level.withKinds(List.of()));
        assertThat(new LevelsReader("MSF", "levels").levels(form).orElseThrow().all())
                .extracting(Level::plainKind)
                .contains("epic");
    }

    @Test
    public void stepsOfEditingShouldKeepWhatWasEntered() {
        assertThat(stateNames(SIX.after("down-state:4:0"), STORY)).startsWith("Ready", "To do");
        assertThat(stateNames(SIX.after("up-state:4:1"), STORY)).startsWith("Ready", "To do");
        assertThat(stateNames(SIX.after("remove-state:4:1"), STORY)).doesNotContain("Ready");
        assertThat(stateNames(SIX.after("add-state:4"), STORY)).hasSize(7).endsWith("");
        assertThat(SIX.after("add-kind:4").levels().get(STORY).kinds()).hasSize(5);
        assertThat(SIX.after("remove-kind:4:0").levels().get(STORY).kinds().getFirst().name())
                .isEqualTo("bug");
        assertThat(SIX.after("remove-level:1").levels()).hasSize(5);
        var longer = SIX.after("add-level:2");
        assertThat(longer.levels()).hasSize(7);
        assertThat(longer.levels().get(3).name()).isEmpty();
        assertThat(stateNames(longer, 3)).isEqualTo(stateNames(SIX, 2));
    }

    @DataProvider
    public Object[][] oddSteps() {
        return new Object[][] {
            {"up-state:4:0"}, {"down-state:4:5"}, {"remove-state:4:99"}, {"add-state:17"}, {"what"}
        };
    }

    @Test(dataProvider = "oddSteps")
    public void stepThatLeadsNowhereShouldChangeNothing(String step) {
        assertThat(SIX.after(step)).isEqualTo(SIX);
    }

    @DataProvider
    public Object[][] slugs() {
        return new Object[][] {
            {"In test", "in-test"},
            {"  Größe & Co. ", "grosse-co"},
            {"in_test here", "in-test-here"},
            {"2nd look", "nd-look"},
            {"!!!", "x"},
            {"A very long name that goes on", "a-very-long-name-tha"},
        };
    }

    @Test(dataProvider = "slugs")
    public void slugShouldBeShortAndPlain(String name, String slug) {
        assertThat(Slug.of(name, 20)).isEqualTo(slug);
    }
}
