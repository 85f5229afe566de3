package greenladder.demo;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.level.StandardLevels;
import greenladder.demo.DemoContent.Rhythm;
import greenladder.demo.DemoOutline.Entry;
import greenladder.demo.DemoSprints.Story;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** How the demo's stories are laid over its sprints and days. */
public class DemoSprintsTests {
    private static final Rhythm RHYTHM =
            new Rhythm(
                    "lantern",
                    List.of(1, 1, 1, 1, 1, 1),
                    List.of(1, 0, 0, 0, 0, 0),
                    List.of(0, 1, 0, 0, 0, 0),
                    List.of(0, 0, 2, 0, 0, 0));

    private static List<Entry> stories(int done, int underWay, int ready, int waiting) {
        var text = new StringBuilder("Goal | team lantern\n");
        add(text, done, "done");
        add(text, underWay, "under-way");
        add(text, ready, "ready");
        add(text, waiting, "to-do");
        return DemoOutline.read(text.toString(), StandardLevels.six()).entries().stream()
                .filter(Entry::isStory)
                .toList();
    }

    private static void add(StringBuilder text, int count, String state) {
        for (int i = 0; i < count; i++) {
            text.append("  story: ")
                    .append(state)
                    .append(' ')
                    .append(i)
                    .append(" | 3, ")
                    .append(state)
                    .append('\n');
        }
    }

    @Test
    public void storiesShouldBeSharedOutInTheirOrder() {
        var sprints = DemoSprints.of(stories(21, 2, 3, 4), RHYTHM);
        assertThat(sprints.planned()).hasSize(7);
        assertThat(sprints.planned().subList(0, 6)).allSatisfy(one -> assertThat(one).hasSize(3));
        assertThat(sprints.planned().getFirst())
                .extracting(story -> story.entry().title())
                .containsExactly("done 0", "done 1", "done 2");
        assertThat(sprints.planned().getLast())
                .as("the last done ones, what is under way, and the first that are ready")
                .extracting(story -> story.entry().state())
                .containsExactly(
                        "done", "done", "done", "under-way", "under-way", "ready", "ready");
    }

    @Test
    public void carriedAddedAndTakenOutShouldBeAsTheRhythmSays() {
        var sprints = DemoSprints.of(stories(21, 1, 0, 4), RHYTHM);
        assertThat(sprints.planned().get(1))
                .extracting(Story::carried)
                .containsExactly(true, false, false);
        assertThat(sprints.planned().get(1))
                .extracting(Story::added)
                .containsExactly(false, false, true);
        assertThat(sprints.planned().getFirst()).noneMatch(Story::carried);
        assertThat(sprints.takenOut().get(2))
                .extracting(Entry::title)
                .containsExactly("to-do 0", "to-do 1");
    }

    @Test
    public void teamWithLittleDoneShouldStillHaveItsSprints() {
        var sprints = DemoSprints.of(stories(2, 0, 0, 0), RHYTHM);
        assertThat(sprints.planned()).hasSize(7);
        assertThat(sprints.planned().getLast()).hasSize(2);
    }

    @DataProvider
    public Object[][] days() {
        return IntStream.range(0, 21)
                .mapToObj(day -> new Object[] {LocalDate.parse("2026-11-02").plusDays(day)})
                .toArray(Object[][]::new);
    }

    @Test(dataProvider = "days")
    public void currentSprintShouldBeHalfWayOnWhateverDayTheDemoStarts(LocalDate today) {
        var calendar = new DemoCalendar(today);
        var start = calendar.startOf(DemoCalendar.CURRENT);
        assertThat(start.getDayOfWeek()).isEqualTo(DayOfWeek.MONDAY);
        assertThat(start).isBefore(today.minusDays(2)).isAfter(today.minusDays(10));
        assertThat(calendar.finishOf(DemoCalendar.CURRENT).getDayOfWeek())
                .isEqualTo(DayOfWeek.FRIDAY);
        int worked = calendar.workedSoFar();
        assertThat(worked).isBetween(2, 6);
        assertThat(calendar.at(DemoCalendar.CURRENT, worked, 500))
                .as("what happened happened before today")
                .isBefore(DemoCalendar.at(today, 0));
    }
}
