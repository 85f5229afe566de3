package greenladder.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import greenladder.core.level.StandardLevels;
import greenladder.demo.DemoOutline.Entry;
import org.testng.annotations.Test;

public class DemoOutlineTests {
    @Test
    public void outlineShouldBeReadWithFactsTasksAndDescription() {
        var outline =
                DemoOutline.read(
                        """
                        Quieter mornings | by 60, team lantern
                        > No horns
                        > before six.
                          epic: Lamps | 8<5, bug, done, @oona.marsh, value 3
                        +12 feature under Lamps
                        Lamp for fog | 3, blocked: no wind :: Ask the harbour 2; Try it 3
                        """,
                        StandardLevels.six());
        assertThat(outline.entries())
                .extracting(Entry::level, Entry::parent, Entry::under, Entry::day, Entry::team)
                .containsExactly(
                        tuple("goal", -1, "", 0, "lantern"),
                        tuple("epic", 0, "", 0, "lantern"),
                        tuple("feature", -1, "Lamps", 12, ""));
        var lamps = outline.entries().get(1);
        assertThat(lamps.fields())
                .containsEntry("size", "8")
                .containsEntry("kind", "bug")
                .containsEntry("assignee", "oona.marsh");
        assertThat(lamps.firstSize()).isEqualTo("5");
        assertThat(outline.entries().getFirst().description())
                .hasToString("No horns\nbefore six.\n");
        assertThat(outline.entries().getLast().tasks())
                .extracting(DemoOutline.Task::title, DemoOutline.Task::hours)
                .containsExactly(tuple("Ask the harbour", 2), tuple("Try it", 3));
    }

    @Test
    public void taskWithoutHoursShouldBeRefused() {
        assertThatThrownBy(() -> DemoOutline.read("Goal | 3 :: Ask somebody", StandardLevels.six()))
                .hasMessageContaining("Ask somebody");
    }
}
