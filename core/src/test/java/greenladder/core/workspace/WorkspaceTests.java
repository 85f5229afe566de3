package greenladder.core.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.core.Trees;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.people.Person;
import greenladder.core.release.Release;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What items refer to: states of levels and teams, sprints and releases that are open to them. */
public class WorkspaceTests {
    private static final States SAW =
            States.of(
                    new State("waiting", "Waiting", Category.TO_DO),
                    new State("sawing", "Sawing", Category.IN_PROGRESS),
                    new State("planing", "Planing", Category.IN_PROGRESS),
                    new State("sawn", "Sawn", Category.DONE),
                    new State("left", "Left", Category.DROPPED));

    private static Sprint sprint(String team, int number, boolean closed) {
        var start = LocalDate.parse("2026-01-05").plusWeeks(2L * number);
        return new Sprint(
                team + "-" + number,
                team,
                team + " " + number,
                start,
                start.plusDays(11),
                null,
                closed ? Instant.EPOCH : null);
    }

    private static Workspace workspace() {
        return Trees.empty()
                .workspace()
                .with(new Team("saws", "Saws", List.of(), List.of("MSF"), Map.of("story", SAW)))
                .with(new Team("nails", "Nails", List.of(), List.of("MSF"), Map.of()))
                .with(new Team("far", "Far away", List.of(), List.of("QUA"), Map.of()))
                .with(sprint("saws", 2, false))
                .with(sprint("saws", 1, true))
                .with(sprint("nails", 1, false))
                .with(sprint("far", 1, false))
                .with(new Release("b", "MSF", "B", LocalDate.parse("2026-03-01")))
                .with(new Release("a", "MSF", "A", LocalDate.parse("2026-04-01")))
                .with(new Release("c", "QUA", "C", LocalDate.parse("2026-02-01")))
                .with(new Person("zoe.last", "Zoe Last"))
                .with(new Person("gone.one", "Gone One", true));
    }

    private static Item story(String facts) {
        var snapshot = Trees.empty().with(workspace());
        var fields = new java.util.HashMap<String, String>(Map.of("level", "story", "title", "S"));
        if (!facts.isEmpty()) {
            fields.put(facts.split("=")[0], facts.split("=")[1]);
        }
        var create =
                new greenladder.core.edit.CreateItems(
                        "MSF", List.of(greenladder.core.edit.NewItem.of(fields)));
        return Trees.node(Trees.after(snapshot, create), 1).item();
    }

    @Test
    public void statesShouldBeTheTeamsOwnWhereItHasSome() {
        var workspace = workspace();
        var levels = workspace.requireProduct("MSF").levels();
        var story = levels.find("story").orElseThrow();
        var epic = levels.find("epic").orElseThrow();
        assertThat(workspace.statesOf(story, "saws")).isEqualTo(SAW);
        assertThat(workspace.statesOf(epic, "saws")).isEqualTo(epic.states());
        assertThat(workspace.statesOf(story, "nails")).isEqualTo(story.states());
        assertThat(workspace.statesOf(story, null)).isEqualTo(story.states());
        assertThat(workspace.statesOf(story, "no-such-team")).isEqualTo(story.states());
    }

    @Test
    public void newItemOfATeamShouldBeginWithTheTeamsFirstState() {
        assertThat(story("team=saws").state().key()).isEqualTo("waiting");
        assertThat(story("team=nails").state().key()).isEqualTo("to-do");
    }

    @Test
    public void firstStateOfACategoryShouldBeTheFirstListed() {
        assertThat(SAW.firstOf(Category.IN_PROGRESS).key()).isEqualTo("sawing");
        assertThat(SAW.first().key()).isEqualTo("waiting");
        assertThat(SAW.find("planing")).isPresent();
        assertThat(SAW.find("drilling")).isEmpty();
    }

    @DataProvider
    public Object[][] wrongStates() {
        return new Object[][] {
            {List.of(), "no state for to do"},
            {SAW.all().subList(0, 4), "no state for dropped"},
            {List.of(SAW.first(), SAW.first(), SAW.all().get(1)), "two states waiting"},
        };
    }

    @Test(dataProvider = "wrongStates")
    public void statesShouldHoldOneOfEachCategoryWithKeysOfTheirOwn(
            List<State> states, String words) {
        assertThatThrownBy(() -> new States(states)).hasMessageContaining(words);
    }

    @Test
    public void sprintsOpenToAnItemShouldBeThoseOfItsTeamThatAreNotClosed() {
        assertThat(workspace().openSprintsFor(story("team=saws")))
                .extracting(Sprint::key)
                .containsExactly("saws-2");
        assertThat(workspace().openSprintsFor(story("")))
                .as("without a team, those of all teams of the product, by their start")
                .extracting(Sprint::key)
                .containsExactly("nails-1", "saws-2");
    }

    @Test
    public void sprintThatAnItemIsInShouldStayAmongItsChoices() {
        var planned = story("sprint=saws-2");
        var closed = workspace().with(sprint("saws", 2, true));
        assertThat(planned.sprint()).isEqualTo("saws-2");
        assertThat(closed.openSprintsFor(planned))
                .extracting(Sprint::key)
                .containsExactly("saws-2");
    }

    @Test
    public void releasesShouldBeThoseOfTheProductByDate() {
        assertThat(workspace().releasesOf("MSF"))
                .extracting(Release::key)
                .containsExactly("b", "a");
        assertThat(workspace().findRelease("c")).isPresent();
        assertThat(workspace().findRelease(null)).isEmpty();
    }

    @Test
    public void whoLeftShouldBeFoundByNameButNotBeAmongThoseAtWork() {
        assertThat(workspace().peopleAtWork())
                .extracting(Person::name)
                .containsExactly("Oona Marsh", "Zoe Last");
        assertThat(workspace().findPerson("gone.one").orElseThrow().isHere()).isFalse();
    }

    @Test
    public void teamShouldBeTakenAway() {
        var without = workspace().withoutTeam("nails");
        assertThat(without.findTeam("nails")).isEmpty();
        assertThat(without.teamsOf("MSF")).extracting(Team::key).containsExactly("saws");
    }
}
