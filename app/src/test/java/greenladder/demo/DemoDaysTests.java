package greenladder.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.store.SnapshotKeeper;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** How long days go by until a sprint has ended. */
public class DemoDaysTests {
    private static final LocalDate FRIDAY = LocalDate.of(2026, 5, 15);
    private static final Instant AT = Instant.parse("2026-05-04T09:00:00Z");

    private static DemoDays days(@Nullable Instant closedAt) {
        var keeper = mock(SnapshotKeeper.class);
        var empty = Snapshot.empty();
        when(keeper.whole())
                .thenReturn(
                        empty.with(
                                empty.workspace()
                                        .with(
                                                new Team(
                                                        "north", "North", List.of(), List.of(),
                                                        Map.of()))
                                        .with(
                                                new Sprint(
                                                        "north-1",
                                                        "north",
                                                        "One",
                                                        FRIDAY.minusDays(11),
                                                        FRIDAY,
                                                        AT,
                                                        closedAt))));
        return new DemoDays(mock(DemoClock.class), mock(DemoCrew.class), keeper);
    }

    @DataProvider
    Object[][] waiting() {
        return new Object[][] {{-1, false}, {0, true}, {1, true}, {3, true}, {7, true}, {8, false}};
    }

    /** A demo that is begun on a sprint's last day goes on until its team ends it on the Monday. */
    @Test(dataProvider = "waiting")
    public void sprintWhoseLastDayIsOverShouldBeWaitedFor(int daysAfter, boolean isEnding) {
        assertThat(days(null).isEnding(FRIDAY.plusDays(daysAfter))).isEqualTo(isEnding);
        assertThat(days(null).endOfSprint()).contains(FRIDAY);
    }

    @Test
    public void closedSprintShouldNotBeWaitedFor() {
        assertThat(days(AT).isEnding(FRIDAY)).isFalse();
        assertThat(days(AT).endOfSprint()).isEmpty();
    }
}
