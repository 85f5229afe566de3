package greenladder.demo;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.item.StandardLevels;
import org.testng.annotations.Test;

public class DemoOutlineTests {

    @Test
    public void outlineShouldGiveItemsTheirParentsLevelsAndFacts() {
        var entries =
                DemoOutline.read(
                                """
                                Aim | value 9, by 120, @ines.rowe
                                > Why it matters.
                                  Way | under-way
                                    Part | 8<5, done, bug
                                      * Step | h 6/4/2, @tam.keel
                                feature: Loose one | blocked: no cable yet\
                                """,
                                StandardLevels.six())
                        .entries();
        assertThat(entries).extracting(DemoOutline.Entry::parent).containsExactly(-1, 0, 1, 2, -1);
        assertThat(entries)
                .extracting(entry -> entry.fields().get("level"))
                .containsExactly("goal", "initiative", "epic", "task", "feature");
        assertThat(entries.get(0).description()).hasToString("Why it matters.\n");
        assertThat(entries.get(0).daysToFinish()).contains(120);
        assertThat(entries.get(2).firstSize()).contains("5");
        assertThat(entries.get(2).fields()).containsEntry("size", "8").containsEntry("kind", "bug");
        assertThat(entries.get(2).state()).isEqualTo("done");
        assertThat(entries.get(3).fields())
                .containsEntry("hours.invested", "4")
                .containsEntry("assignee", "tam.keel");
        assertThat(entries.get(4).fields()).containsEntry("blocked", "no cable yet");
    }
}
