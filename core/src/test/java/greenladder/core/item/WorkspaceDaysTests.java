package greenladder.core.item;

import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decision;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.flow.Spending;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.KeepMeasure;
import greenladder.core.trace.TakeReading;
import greenladder.core.workspace.Workspace;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Days begin and end in the workspace's time zone, also where its clocks are put on or back. */
public class WorkspaceDaysTests {
    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");

    @DataProvider
    public Object[][] moments() {
        return new Object[][] {
            {"2026-03-28T22:59:59Z", "2026-03-28"},
            {"2026-03-28T23:00:00Z", "2026-03-29"},
            {"2026-03-29T21:59:59Z", "2026-03-29"},
            {"2026-03-29T22:00:00Z", "2026-03-30"},
            {"2026-10-24T22:00:00Z", "2026-10-25"},
            {"2026-10-25T22:59:59Z", "2026-10-25"},
            {"2026-10-25T23:00:00Z", "2026-10-26"},
        };
    }

    @Test(dataProvider = "moments")
    public void dayShouldBeThatOfTheZone(String at, String day) {
        assertThat(Workspace.EMPTY.in(OSLO).dayOf(Instant.parse(at))).isEqualTo(day);
    }

    private static Snapshot inOslo() {
        var snapshot = Trees.of("goal A\nstory B size=3");
        return snapshot.with(snapshot.workspace().in(OSLO));
    }

    private static Decision decide(Snapshot snapshot, Command command, String at) {
        return Decisions.decide(snapshot, command, Instant.parse(at));
    }

    @Test
    public void readingShouldBeTakenOnADayThatHasBegunHere() {
        var snapshot =
                ((Accepted)
                                decide(
                                        inOslo(),
                                        new KeepMeasure(key(1), "1", "9", "kg"),
                                        "2026-03-01T09:00:00Z"))
                        .after();
        var reading = new TakeReading(key(1), LocalDate.parse("2026-03-30"), "4");
        assertThat(decide(snapshot, reading, "2026-03-29T21:59:59Z"))
                .isNotInstanceOf(Accepted.class);
        assertThat(decide(snapshot, reading, "2026-03-29T22:00:00Z")).isInstanceOf(Accepted.class);
    }

    @Test
    public void finishedWorkShouldCountOnTheDayOnWhichItWasFinishedHere() {
        // A Monday here, and still Sunday, so another week, by UTC.
        var done =
                ((Accepted) decide(inOslo(), edit(2, "state", "done"), "2026-03-29T22:30:00Z"))
                        .after();
        var product = done.requireProduct("MSF");
        var monday = LocalDate.parse("2026-03-30");
        assertThat(Spending.finished(done, product, monday, monday)).hasSize(1);
        var sunday = monday.minusDays(1);
        assertThat(Spending.finished(done, product, sunday, sunday)).isEmpty();
    }

    @Test
    public void weeksOfMarksShouldHoldADayThatBeganInTheNextByUtc() {
        var sunday = LocalDate.parse("2026-03-29");
        assertThat(Mark.finishedWeeks("t", sunday, 2)).hasSizeBetween(2, 3);
        assertThat(Mark.finishedWeeks("t", sunday, 2).toList())
                .containsAll(
                        List.of(
                                Mark.finished("t", sunday.plusDays(1)),
                                Mark.finished("t", sunday),
                                Mark.finished("t", sunday.minusWeeks(1))));
        assertThat(
                        Duration.between(
                                sunday.atStartOfDay(OSLO), sunday.plusDays(1).atStartOfDay(OSLO)))
                .isEqualTo(Duration.ofHours(23));
    }
}
