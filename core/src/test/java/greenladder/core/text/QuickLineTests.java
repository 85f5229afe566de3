package greenladder.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.level.StandardLevels;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;

public class QuickLineTests {
    private static final Snapshot LADDER = Trees.of("epic Boarding\n  feature Queue");

    private static QuickLine read(String line) {
        return QuickLine.read(line, LADDER, LADDER.requireProduct("MSF"));
    }

    @Test
    public void plainWordsAfterCommasShouldBeUnderstood() {
        var line =
                read(
                        "Show the queue, story, 5 points, for Oona, under queue, labelled quay and"
                                + " dusk");
        assertThat(line.title()).isEqualTo("Show the queue");
        assertThat(line.fields())
                .containsEntry("level", "story")
                .containsEntry("size", "5")
                .containsEntry("assignee", "oona.marsh")
                .containsEntry("parent", "MSF2")
                .containsEntry("labels", "quay, dusk")
                .hasSize(5);
        assertThat(line.chips())
                .extracting(QuickLine.Chip::words)
                .containsExactly(
                        "story",
                        "5 points",
                        "for Oona Marsh",
                        "under Queue",
                        "labelled quay and dusk");
    }

    @Test
    public void kindShouldBringItsLevel() {
        assertThat(read("bug: It stops").fields())
                .containsEntry("level", "story")
                .containsEntry("kind", "bug");
        assertThat(read("It stops, bug").title()).isEqualTo("It stops");
    }

    @Test
    public void whatIsNotUnderstoodShouldStayInTheTitle() {
        assertThat(read("Fast, simple, for Nobody").title()).isEqualTo("Fast, simple, for Nobody");
        assertThat(read("Fast, for Nobody, 3 points").title()).isEqualTo("Fast, for Nobody");
        assertThat(read("Fast, 3 points, and then").chips()).isEmpty();
        assertThat(read("").title()).isEmpty();
    }

    @Test
    public void hoursDatesAndKeysShouldBeUnderstood() {
        assertThat(read("Do it, task, 2,5 hours").title()).isEqualTo("Do it, task, 2");
        assertThat(read("Do it, 2.5 hours, under msf2, by 2026-12-01").fields())
                .containsEntry("hours.estimate", "2.5")
                .containsEntry("parent", "MSF2")
                .containsEntry("finish", "2026-12-01");
        assertThat(StandardLevels.six().find("task")).isPresent();
    }

    @Test
    public void sizesShouldBeUnderstoodAsTheyAreWrittenInLists() {
        for (var line : List.of("Show it (5 points)", "Show it, 5 pt", "Show it [5]")) {
            assertThat(read(line).title()).as(line).isEqualTo("Show it");
            assertThat(read(line).fields()).as(line).containsEntry("size", "5");
        }
        assertThat(read("Show it (5 points), for Oona Marsh").fields())
                .containsEntry("size", "5")
                .containsKey("assignee");
    }

    @Test
    public void lineWrittenAtAPlaceShouldTakeWhatFollowsFromThere() {
        var product = LADDER.requireProduct("MSF");
        var place = Map.of("level", "story", "team", "gannet", "parent", "");
        assertThat(QuickLine.writtenAt("bug: It stops, 3 points, for Oona", LADDER, product, place))
                .containsEntry("title", "It stops")
                .containsEntry("kind", "bug")
                .containsEntry("level", "story")
                .containsEntry("size", "3")
                .containsEntry("team", "gannet")
                .containsEntry("assignee", "oona.marsh");
        assertThat(QuickLine.writtenAt("It stops, under MSF2", LADDER, product, place))
                .containsEntry("parent", "MSF2");
        var under = Map.of("level", "story", "parent", "MSF1");
        assertThat(QuickLine.writtenAt("It stops, under MSF2", LADDER, product, under))
                .containsEntry("parent", "MSF1");
    }

    @Test
    public void lineOfAnotherLevelThanItsPlaceShouldBeATitle() {
        var product = LADDER.requireProduct("MSF");
        assertThat(
                        QuickLine.writtenAt(
                                "epic: Boarding, 3 points",
                                LADDER,
                                product,
                                Map.of("level", "story")))
                .isEqualTo(Map.of("level", "story", "title", "epic: Boarding, 3 points"));
    }
}
