package greenladder.core.work;

import static greenladder.core.work.Crew.edit;
import static greenladder.core.work.Crew.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.item.HourEntry;
import greenladder.core.value.Amount;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class HoursTests {
    private static final LocalDate TODAY = LocalDate.parse("2026-05-04");

    private static Crew crew() {
        return new Crew("story A\n  task B hours.estimate=8\n  task C hours.estimate=30")
                .does(edit(2, "assignee", "ada"));
    }

    private static LogHours log(int item, String who, LocalDate day, String hours) {
        return new LogHours(
                key(item), who, day, Amount.parse(hours).orElseThrow(), "on the pier", null);
    }

    private static List<String> entries(Crew crew, int item) {
        return crew.item(item).details().doing().worked().stream().map(HourEntry::text).toList();
    }

    @Test
    public void hoursShouldGrowWhatIsInvestedAndShrinkWhatRemains() {
        var crew = crew().does(log(2, "ada", TODAY, "2.5")).does(log(2, "ben", TODAY, "1"));

        assertThat(crew.item(2).hours().invested()).hasToString("3.5");
        assertThat(crew.item(2).hours().remaining()).hasToString("4.5");
        assertThat(entries(crew, 2))
                .containsExactly("2026-05-04 2.5 ada on the pier", "2026-05-04 1 ben on the pier");
    }

    @Test
    public void remainingShouldNotFallBelowNothing() {
        assertThat(crew().does(log(2, "ada", TODAY, "9")).item(2).hours().remaining())
                .hasToString("0");
    }

    @Test
    public void figureShouldBecomeAnEntryOfItsDifference() {
        var crew = crew().does(edit(2, "hours.invested", "3")).later(2);

        crew.does(edit(2, "hours.invested", "5")).does(edit(2, "hours.invested", "4"));

        assertThat(entries(crew, 2))
                .containsExactly("2026-05-04 3 ada", "2026-05-06 2 ada", "2026-05-06 -1 ada");
    }

    @Test
    public void entryShouldBeTakenOutAgain() {
        var crew = crew().does(log(2, "ada", TODAY, "3")).does(log(2, "ada", TODAY, "2"));

        crew.does(new TakeOutHours(key(2), 1));

        assertThat(crew.item(2).hours().invested()).hasToString("2");
        assertThat(crew.takesBack().item(2).hours().invested()).hasToString("5");
        assertThat(crew.wrong(new TakeOutHours(key(2), 9)))
                .containsExactly("MSF2 has no such entry of hours any more.");
    }

    @DataProvider
    Object[][] wrongHours() {
        return new Object[][] {
            {log(2, "ada", TODAY, "100"), "A day has more than 0 and at most 24 hours, not 100."},
            {log(2, "ada", TODAY, "0"), "A day has more than 0 and at most 24 hours, not 0."},
            {
                log(2, "ada", TODAY.plusDays(1), "1"),
                "2026-05-05 is in the future; hours are entered once they are worked."
            },
            {log(2, "eve", TODAY, "1"), "Nobody signs in as “eve”."},
            {log(1, "ada", TODAY, "1"), "Hours are entered on tasks; MSF1 carries points."},
            {
                log(3, "ada", TODAY, "15"),
                "With the 10 entered already this comes to more than 24 hours on 2026-05-04."
            },
        };
    }

    @Test(dataProvider = "wrongHours")
    public void wrongHoursShouldBeRefused(LogHours wrong, String message) {
        assertThat(crew().does(log(2, "ada", TODAY, "10")).wrong(wrong)).containsExactly(message);
    }

    @Test
    public void reportShouldBeWholeOrNothing() {
        var crew = crew();
        var wrong =
                new ReportWork(key(2), Map.of("state", "under-way"), log(2, "ada", TODAY, "100"));

        assertThat(crew.wrong(wrong)).hasSize(1);
        crew.does(new ReportWork(key(2), Map.of("state", "under-way"), log(2, "ada", TODAY, "2")));
        assertThat(crew.item(2).state().key()).isEqualTo("under-way");
        assertThat(LogHours.hoursOn(crew.snapshot, "ada", TODAY)).hasToString("2");
        assertThat(LogHours.hoursOn(crew.takesBack().snapshot, "ada", TODAY)).hasToString("0");
    }

    @Test
    public void timesShouldTellTheFirstStartAndTheLastFinish() {
        var crew = new Crew("story A");
        crew.later(1).does(edit(1, "state", "under-way"));
        var started = crew.item(1).times().startedAt();
        crew.later(2).does(edit(1, "state", "done"));
        crew.later(1).does(edit(1, "state", "in-test"));

        assertThat(crew.item(1).times().finishedAt()).isNull();
        assertThat(crew.item(1).times().startedAt()).isEqualTo(started);
        crew.later(1).does(edit(1, "state", "done")).does(edit(1, "title", "Anew"));
        assertThat(crew.item(1).times().cycleDays()).isBetween(4.0, 4.2);
    }

    @Test
    public void percentilesShouldLieBetweenClosestRanks() {
        var times = new CycleTimes(List.of(8.0, 1.0, 4.0, 2.0));

        assertThat(times.percentile(0.5)).contains(3.0);
        assertThat(times.percentile(0.85).orElseThrow()).isBetween(6.199, 6.201);
        assertThat(new CycleTimes(List.of()).percentile(0.5)).isEmpty();
    }
}
