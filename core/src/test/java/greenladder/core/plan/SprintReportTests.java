package greenladder.core.plan;

import static greenladder.core.plan.Journal.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPlan.Tally;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class SprintReportTests {
    private static ItemKey key(int number) {
        return Trees.key(number);
    }

    private static PlanIntoSprint plan(int sprint, int... items) {
        return new PlanIntoSprint(
                java.util.Arrays.stream(items).mapToObj(SprintReportTests::key).toList(),
                "lantern-" + sprint,
                false);
    }

    /** Twenty points in three stories, with one of five beside them. */
    private static Journal begun() {
        return new Journal(
                        """
                        story A size=8
                          task T hours.estimate=6
                        story B size=7
                        story C size=5
                        story D size=5
                        """)
                .does(new KeepSprints(List.of(Journal.sprint(1), Journal.sprint(2))))
                .does(plan(1, 1, 3, 4))
                .does(new StartSprint("lantern-1"));
    }

    private static CloseSprint close(int sprint, String to) {
        return new CloseSprint("lantern-" + sprint, to, Map.of(), null, null);
    }

    @Test
    public void dayShouldTellWhatIsLeftOfWhatAndWhatWouldBeIdeal() {
        var journal = begun();
        journal.on(MONDAY.plusDays(2), 10).does(plan(1, 5));
        journal.on(MONDAY.plusDays(3), 10).does(Trees.edit(1, "state", "done"));
        var days = journal.on(MONDAY.plusDays(4), 12).report(1).days();
        assertThat(days).hasSize(12);
        var fourth = days.get(3);
        assertThat(fourth.remaining()).isEqualTo(Amount.of(17));
        assertThat(fourth.scope()).isEqualTo(Amount.of(25));
        assertThat(fourth.done()).isEqualTo(Amount.of(8));
        assertThat(fourth.ideal()).isEqualByComparingTo("12");
        assertThat(days.get(2).changes())
                .containsExactly(
                        new SprintReport.ScopeChange(
                                key(5), SprintReport.ScopeChange.What.ADDED, Amount.of(5)));
    }

    @Test
    public void daysToComeShouldHaveNoFiguresButTheIdealGoesOnFlatOverWeekends() {
        var days = begun().on(MONDAY.plusDays(1), 12).report(1).days();
        assertThat(days.get(1).remaining()).isEqualTo(Amount.of(20));
        assertThat(days.get(2).remaining()).isNull();
        assertThat(days.get(2).scope()).isNull();
        assertThat(days.get(2).remainingHours()).isNull();
        assertThat(days.get(4).ideal()).isEqualByComparingTo("10");
        assertThat(days.get(5).workingDay()).isFalse();
        assertThat(days.get(6).ideal()).isEqualByComparingTo("10");
        assertThat(days.getLast().ideal()).isEqualByComparingTo("0");
    }

    @Test
    public void remainingHoursShouldFollowTheTasks() {
        var journal = begun();
        journal.on(MONDAY.plusDays(1), 10).does(Trees.edit(2, "hours.remaining", "2"));
        var days = journal.on(MONDAY.plusDays(2), 12).report(1).days();
        assertThat(days.get(0).remainingHours()).isEqualTo(Amount.of(6));
        assertThat(days.get(1).remainingHours()).isEqualTo(Amount.of(2));
        // Ten working days, from the six hours of the start.
        assertThat(days.get(0).idealHours()).isEqualByComparingTo("5.4");
        assertThat(days.getLast().idealHours()).isEqualByComparingTo("0");
    }

    @Test
    public void sizesShouldBeThoseOfTheStartOfComingInAndOfLeaving() {
        var journal = begun();
        journal.does(plan(1, 5)).does(Trees.edit(5, "size", "6"));
        journal.does(Trees.edit(3, "size", "9"));
        journal.does(new TakeOutOfSprint(List.of(key(3)), "lantern-1"));
        var report = journal.report(1);
        assertThat(report.committed().tally()).isEqualTo(new Tally(3, Amount.of(20)));
        assertThat(report.added().tally()).isEqualTo(new Tally(1, Amount.of(5)));
        assertThat(report.removed().tally()).isEqualTo(new Tally(1, Amount.of(9)));
        assertThat(report.resized().points()).isEqualTo(Amount.of(3));
        assertThat(report.carriedOver().tally()).isEqualTo(new Tally(3, Amount.of(19)));
    }

    /** One that came later was not committed to; one that left again was. */
    @Test
    public void keptFiguresShouldBeExactWithoutSomeItems() {
        var journal = begun();
        journal.on(MONDAY.plusDays(2), 10).does(plan(1, 5)).does(plan(2, 4));
        journal.does(Trees.edit(5, "state", "done"));
        assertThat(without(journal, 1).committed(Set.of("MSF"))).isEqualTo(tally(2, 12));
        journal.on(MONDAY.plusDays(11), 16).does(close(1, CloseSprint.NEXT));
        assertThat(journal.the(1).committed(Set.of("MSF"))).isEqualTo(tally(3, 20));
        assertThat(without(journal, 4).committed(Set.of("MSF"))).isEqualTo(tally(2, 15));
        assertThat(without(journal, 5).committed(Set.of("MSF"))).isEqualTo(tally(3, 20));
        assertThat(without(journal, 5).completed(Set.of("MSF"))).isEqualTo(Tally.NONE);
        assertThat(without(journal, 1).completed(Set.of("MSF"))).isEqualTo(tally(1, 5));
    }

    private static Sprint without(Journal journal, int item) {
        return journal.snapshot
                .workspace()
                .withoutItems(Set.of(key(item)))
                .findSprint("lantern-1")
                .orElseThrow();
    }

    private static Tally tally(int items, int points) {
        return new Tally(items, Amount.of(points));
    }

    @Test
    public void closedSprintShouldKeepItsFiguresWhateverComesLater() {
        var journal = begun();
        journal.on(MONDAY.plusDays(8), 10).does(Trees.edit(1, "state", "done"));
        journal.on(MONDAY.plusDays(11), 16).does(close(1, CloseSprint.NEXT));
        var closed = journal.report(1);
        assertThat(closed.completed().tally()).isEqualTo(new Tally(1, Amount.of(8)));
        assertThat(closed.carriedOver().items()).containsExactly(key(3), key(4));
        assertThat(journal.the(1).completed(Set.of("MSF"))).isEqualTo(new Tally(1, Amount.of(8)));
        assertThat(journal.the(1).completed(Set.of("QUA"))).isEqualTo(Tally.NONE);
        journal.on(MONDAY.plusDays(20), 9).does(Trees.edit(1, "size", "80"));
        journal.does(Trees.edit(3, "state", "done")).does(Trees.edit(4, "state", "dropped"));
        assertThat(journal.report(1)).isEqualTo(closed);
        assertThat(Velocity.of(journal.snapshot, "lantern", 3).mean()).contains(Amount.of(8));
    }

    @Test
    public void closeTakenBackShouldLetTheSprintGoOn() {
        var journal = begun();
        journal.on(MONDAY.plusDays(11), 16).does(close(1, CloseSprint.BACKLOG));
        journal.does(Journal.reverse(journal.last));
        assertThat(journal.the(1).isRunning()).isTrue();
        assertThat(journal.report(1).carriedOver().items()).containsExactly(key(1), key(3), key(4));
        assertThat(journal.report(1).added().items()).isEmpty();
    }

    @Test
    public void closeShouldNotBeTakenBackOnceTheNextSprintRuns() {
        var journal = begun().does(close(1, CloseSprint.BACKLOG));
        var closing = journal.last;
        journal.does(new StartSprint("lantern-2"));
        assertThat(journal.wrong(Journal.reverse(closing)))
                .contains("Tide 2 is running; a team runs one sprint at a time.");
    }

    @DataProvider
    public Object[][] seeds() {
        return new Object[][] {{1L}, {2L}, {3L}, {4L}};
    }

    /** Ten times 200 operations of every kind, with starts and closes among them. */
    @Test(dataProvider = "seeds")
    public void whatWasCommittedToAndWhatBecameOfItShouldAddUp(long seed) {
        var random = new Random(seed);
        var work = new RandomWork(seed);
        var journal = new Journal("story First size=1");
        journal.snapshot =
                work.snapshot(60, 0)
                        .with(
                                work.snapshot(60, 0)
                                        .workspace()
                                        .with(
                                                journal.snapshot
                                                        .workspace()
                                                        .findTeam("lantern")
                                                        .orElseThrow()));
        journal.does(new KeepSprints(List.of(Journal.sprint(1), Journal.sprint(2))));
        for (int i = 0; i < 2_000; i++) {
            journal.now = journal.now.plusSeconds(400);
            if (i == 150) {
                journal.does(new StartSprint("lantern-1"));
            } else if (i == 1_500) {
                journal.does(close(1, CloseSprint.NEXT));
            } else if (journal.snapshot.itemCount() < 40) {
                journal.does(new CreateItems("MSF", work.entries(10)));
            } else if (i % 3 == 0) {
                var keys = journal.snapshot.order().slots();
                var key = keys.get(random.nextInt(keys.size())).key();
                var sprint = journal.the(1).isClosed() ? "lantern-2" : "lantern-1";
                attempt(
                        journal,
                        random.nextInt(3) > 0
                                ? new PlanIntoSprint(List.of(key), sprint, false)
                                : new TakeOutOfSprint(List.of(key), sprint));
            } else {
                attempt(journal, work.command(journal.snapshot));
            }
            if (i % 100 == 0) {
                requireAddingUp(journal);
            }
        }
        requireAddingUp(journal);
    }

    private static void attempt(Journal journal, Command command) {
        if (Decisions.decide(journal.snapshot, command, journal.now) instanceof Accepted) {
            journal.does(command);
        }
    }

    private static void requireAddingUp(Journal journal) {
        var report = journal.report(1);
        if (report.committed() != null) {
            var left =
                    report.committed()
                            .tally()
                            .points()
                            .plus(report.added().tally().points())
                            .minus(report.removed().tally().points())
                            .plus(report.resized().points());
            var right =
                    report.completed().tally().points().plus(report.carriedOver().tally().points());
            assertThat(left).isEqualTo(right);
            assertThat(
                            report.committed().tally().items()
                                    + report.added().tally().items()
                                    - report.removed().tally().items())
                    .isEqualTo(
                            report.completed().tally().items()
                                    + report.carriedOver().tally().items());
        }
        if (!journal.the(1).isClosed()) {
            var stands =
                    SprintPart.inSprint(journal.snapshot, "lantern-1").stream()
                            .collect(Collectors.toMap(SprintPart::item, SprintPart::done));
            assertThat(report.completed().items())
                    .containsExactlyInAnyOrderElementsOf(
                            stands.keySet().stream().filter(stands::get).toList());
            assertThat(report.carriedOver().items())
                    .containsExactlyInAnyOrderElementsOf(
                            stands.keySet().stream().filter(key -> !stands.get(key)).toList());
        }
    }

    @Test
    public void idealShouldBeNothingWhereThereIsNoWorkingDay() {
        var journal =
                new Journal("story A size=8")
                        .does(new KeepSprints(List.of(Journal.sprint(1))))
                        .does(plan(1, 1));
        journal.on(MONDAY.plusDays(13), 9).does(new StartSprint("lantern-1"));
        assertThat(journal.report(1).days())
                .isNotEmpty()
                .allSatisfy(day -> assertThat(day.ideal()).isEqualTo(BigDecimal.ZERO))
                .allSatisfy(day -> assertThat(day.idealHours()).isEqualTo(BigDecimal.ZERO));
    }
}
