package greenladder.core.plan;

import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static greenladder.core.plan.Journal.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.level.Level;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.team.Team;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.testng.annotations.Test;

public class StoryMapTests {
    private static final String TREE =
            """
            epic E
              feature F
                story A size=3
                story B size=2 state=done
                story C state=dropped
                story D size=1
              feature G state=dropped
            feature H
              story I
            story L
            story M state=done
            """;

    private static Journal journal() {
        var journal =
                new Journal(TREE)
                        .does(new KeepSprints(List.of(Journal.sprint(1), Journal.sprint(2))));
        var workspace = journal.snapshot.workspace();
        journal.snapshot =
                journal.snapshot.with(
                        workspace
                                .with(new Release("spring", "MSF", "Spring", MONDAY.plusDays(60)))
                                .with(new Release("summer", "MSF", "Summer", MONDAY.plusDays(90)))
                                .with(
                                        new Team(
                                                "gannet",
                                                "Gannet",
                                                List.of(),
                                                List.of("MSF"),
                                                Map.of())));
        return journal;
    }

    private static StoryMap map(Journal journal, boolean ofTeam) {
        var product = journal.snapshot.requireProduct("MSF");
        return new StoryMap(
                journal.snapshot,
                product,
                product.levels().find("feature").orElseThrow(),
                ofTeam ? journal.snapshot.workspace().findTeam("lantern").orElseThrow() : null);
    }

    private static Map<String, String> cells(StoryMap map, Journal journal) {
        return map.cells(node(journal.snapshot, 2)).entrySet().stream()
                .collect(
                        Collectors.toMap(Map.Entry::getKey, cell -> Trees.titles(cell.getValue())));
    }

    @Test
    public void backboneShouldBeALevelAboveStories() {
        var product = Trees.empty().requireProduct("MSF");
        assertThat(product.levels().stories().key()).isEqualTo("story");
        assertThat(StoryMap.backbones(product))
                .extracting(Level::key)
                .containsExactly("feature", "epic", "initiative", "goal");
    }

    @Test
    public void columnsShouldBeWhatIsNotDroppedInOrder() {
        var journal = journal();
        assertThat(Trees.titles(map(journal, false).columns(null))).isEqualTo("F H");
        assertThat(Trees.titles(map(journal, false).columns(key(1)))).isEqualTo("F");
    }

    @Test
    public void storiesShouldStandInTheSliceOfTheirRelease() {
        var journal = journal();
        assertThat(cells(map(journal, false), journal)).isEqualTo(Map.of("", "A D"));
        journal.does(edit(2, "release", "spring")).does(edit(6, "release", "summer"));
        assertThat(cells(map(journal, false), journal))
                .isEqualTo(Map.of("spring", "A B", "summer", "D"));
        assertThat(map(journal, false).releases())
                .extracting(Release::key)
                .containsExactly("spring", "summer");
        assertThat(map(journal, false).sprints()).isEmpty();
    }

    @Test
    public void storiesShouldStandInTheSliceOfTheirSprint() {
        var journal = journal().does(new PlanIntoSprint(List.of(key(3)), "lantern-2", false));
        assertThat(cells(map(journal, true), journal)).isEqualTo(Map.of("lantern-2", "A", "", "D"));
        assertThat(map(journal, true).sprints()).hasSize(2);
        assertThat(map(journal, true).releases()).isEmpty();
        var other =
                new StoryMap(
                        journal.snapshot,
                        journal.snapshot.requireProduct("MSF"),
                        map(journal, true).backbone(),
                        journal.snapshot.workspace().findTeam("gannet").orElseThrow());
        assertThat(cells(other, journal)).isEqualTo(Map.of(StoryMap.OTHERS, "A", "", "D"));
    }

    @Test
    public void onlyOpenStoriesWithoutAParentShouldBeLoose() {
        assertThat(map(journal(), false).loose())
                .extracting(Node::item)
                .extracting(item -> item.title())
                .containsExactly("L");
    }
}
