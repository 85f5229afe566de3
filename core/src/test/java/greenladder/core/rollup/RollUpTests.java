package greenladder.core.rollup;

import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.node;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import java.time.LocalDate;
import java.util.Map;
import org.testng.annotations.Test;

/** The rules and worked examples of the calculations, one test each. */
public class RollUpTests {

    private static RollUp of(Snapshot snapshot, int number) {
        return node(snapshot, number).rollUp();
    }

    private static void assertSize(RollUp figures, long effective, long unbroken, long done) {
        assertThat(figures.effective()).isEqualTo(Amount.of(effective));
        assertThat(figures.unbroken()).isEqualTo(Amount.of(unbroken));
        assertThat(figures.points().done()).isEqualTo(Amount.of(done));
    }

    @Test
    public void sizeWhenPartlyBrokenDownShouldKeepOwnWhereLarger() {
        var snapshot =
                Trees.of(
                        """
                        epic E size=20
                          feature A size=5 state=done
                          feature B size=8
                          feature C\
                        """);
        assertSize(of(snapshot, 1), 20, 7, 5);
        assertThat(of(snapshot, 1).drift(node(snapshot, 1).item())).contains(Amount.ZERO);
        assertThat(of(snapshot, 1).points().toDo()).isEqualTo(Amount.of(15));

        snapshot = Trees.after(snapshot, edit(4, "size", "9"));
        assertSize(of(snapshot, 1), 22, 0, 5);
        assertThat(of(snapshot, 1).drift(node(snapshot, 1).item())).contains(Amount.of(2));
    }

    @Test
    public void sizeWhenChildrenExceedOwnShouldBeTheirSum() {
        var snapshot =
                Trees.of(
                        """
                        epic E size=10
                          feature A size=5
                          feature B size=8
                          feature C\
                        """);
        assertSize(of(snapshot, 1), 13, 0, 0);
    }

    @Test
    public void sizeWhenAllLeavesDoneWithoutSizeShouldBeOwnAndDone() {
        var snapshot =
                Trees.of(
                        """
                        epic E size=20
                          feature A state=done
                          feature B state=done
                          feature C state=done\
                        """);
        assertSize(of(snapshot, 1), 20, 20, 0);
        assertThat(of(snapshot, 1).category()).isEqualTo(Category.IN_PROGRESS);
        var told = Trees.after(snapshot, edit(1, "brokenDown", "yes"));
        assertSize(of(told, 1), 20, 0, 20);
        assertThat(of(told, 1).completion()).contains(1.0);
        var finished = Trees.after(snapshot, edit(1, "state", "done"));
        assertSize(of(finished, 1), 20, 0, 20);
    }

    @Test
    public void sizeWhenAllLeavesDoneBelowOwnShouldStayUntilBrokenDown() {
        var snapshot =
                Trees.of(
                        """
                        epic E size=20
                          feature A size=5 state=done\
                        """);
        assertSize(of(snapshot, 1), 20, 15, 5);
        assertThat(of(snapshot, 1).category()).isEqualTo(Category.IN_PROGRESS);
        assertThat(of(snapshot, 1).asksWhetherThatIsAll()).isTrue();
        assertThat(node(snapshot, 1).item().isDone()).isFalse();

        var told = Trees.after(snapshot, edit(1, "brokenDown", "yes"));
        assertSize(of(told, 1), 5, 0, 5);
        assertThat(of(told, 1).asksWhetherThatIsAll()).isFalse();
        assertThat(node(told, 1).item().isDone()).as("the state follows").isTrue();
    }

    @Test
    public void categoryWhenSomethingBelowIsUnbrokenShouldNotBeDone() {
        var snapshot =
                Trees.of(
                        """
                        goal G
                          epic E size=20
                            feature A size=5 state=done\
                        """);
        assertSize(of(snapshot, 1), 20, 0, 5);
        assertThat(of(snapshot, 1).category()).isEqualTo(Category.IN_PROGRESS);
    }

    @Test
    public void sizeWhenBrokenDownBelowOwnShouldBeTheSum() {
        var snapshot =
                Trees.of(
                        """
                        epic E size=84
                          feature A size=50
                          feature B size=29\
                        """);
        assertSize(of(snapshot, 1), 84, 5, 0);
        assertThat(of(snapshot, 1).parts()).isEqualTo(Amount.of(79));
        assertSize(of(Trees.after(snapshot, edit(1, "brokenDown", "yes")), 1), 79, 0, 0);
    }

    @Test
    public void sizeWhenNoChildIsSizedShouldBeOwnAndAllUnbroken() {
        var snapshot =
                Trees.of(
                        """
                        epic E size=20
                          feature A
                          feature B state=under-way\
                        """);
        assertSize(of(snapshot, 1), 20, 20, 0);
        assertThat(of(snapshot, 1).category()).isEqualTo(Category.IN_PROGRESS);
    }

    @Test
    public void sizeOfStoryShouldNotComeFromTasks() {
        var snapshot =
                Trees.of(
                        """
                        story S size=3
                          task A hours.estimate=4
                          task B hours.estimate=2
                          task C
                          task D\
                        """);
        assertSize(of(snapshot, 1), 3, 0, 0);
        assertThat(of(snapshot, 1).tasks()).isEqualTo(4);
    }

    @Test
    public void completionWhenNothingIsSizedShouldBeAbsent() {
        var snapshot =
                Trees.of(
                        """
                        epic E
                          feature A state=done
                          feature B\
                        """);
        assertThat(of(snapshot, 1).effective()).isNull();
        assertThat(of(snapshot, 1).completion()).isEmpty();
        assertThat(of(snapshot, 1).leafCompletion()).contains(0.5);
        assertThat(of(snapshot, 1).unsized()).isEqualTo(2);
    }

    @Test
    public void droppedItemShouldTakeItsSubtreeOutOfEveryTotal() {
        var snapshot =
                Trees.of(
                        """
                        epic E
                          feature A size=5 value=3
                          feature B
                            story S size=8 value=4 blocked=wind
                              task T hours.estimate=6\
                        """);
        var dropped = of(Trees.after(snapshot, edit(3, "state", "dropped")), 1);
        assertSize(dropped, 5, 0, 0);
        assertThat(dropped.value()).isEqualTo(Amount.of(3));
        assertThat(dropped.tasks()).isZero();
        assertThat(dropped.hoursEstimate()).isNull();
        assertThat(dropped.blocked()).isZero();
        assertThat(dropped.leafCount()).isEqualTo(1);
    }

    @Test
    public void hoursShouldCountDoneTasksAsHavingNoneLeft() {
        var snapshot =
                Trees.of(
                        """
                        story S size=3
                          task A hours.estimate=6 hours.invested=5 hours.remaining=1 state=done
                          task B hours.estimate=8 hours.invested=4 hours.remaining=4\
                        """);
        var figures = of(snapshot, 1);
        assertThat(figures.hoursInvested()).isEqualTo(Amount.of(9));
        assertThat(figures.hoursRemaining()).isEqualTo(Amount.of(4));
        assertThat(figures.tasksDone()).isEqualTo(1);
        assertThat(figures.unsized()).isZero();
    }

    @Test
    public void blockedShouldCountLeavesThatAreNotDone() {
        var snapshot =
                Trees.of(
                        """
                        feature F
                          story A blocked=wind
                          story B blocked=wind state=done
                          story C\
                        """);
        assertThat(of(snapshot, 1).blocked()).isEqualTo(1);
    }

    @Test
    public void valueShouldComeFromTheLeaves() {
        var snapshot =
                Trees.of(
                        """
                        epic E value=99
                          feature A value=3 state=done
                          feature B value=5
                          feature C\
                        """);
        assertThat(of(snapshot, 1).value()).isEqualTo(Amount.of(8));
        assertThat(of(snapshot, 1).valueCompletion()).contains(3.0 / 8);
    }

    @Test
    public void datesShouldSpanTheChildrenUnlessOwnAreSet() {
        var snapshot =
                Trees.of(
                        """
                        epic E finish=2026-06-10
                          feature A start=2026-05-01 finish=2026-06-20
                          feature B start=2026-05-11\
                        """);
        var epic = of(snapshot, 1);
        assertThat(epic.dates())
                .isEqualTo(new RollUp.Span(LocalDate.of(2026, 5, 1), LocalDate.of(2026, 6, 10)));
        assertThat(epic.slipDays(node(snapshot, 1).item())).contains(10L);
        assertThat(of(snapshot, 3).slipDays(node(snapshot, 3).item())).isEmpty();
    }

    @Test
    public void datesShouldBeThoseOfTheChildrenWhereThatIsSaid() {
        var snapshot =
                Trees.of(
                        """
                        epic E finish=2026-06-10
                          feature A start=2026-05-01 finish=2026-06-20
                        feature B finish=2026-06-01\
                        """);
        for (int i : new int[] {1, 3}) {
            snapshot = Trees.after(snapshot, edit(i, "datesFrom", "rolled up"));
        }
        assertThat(of(snapshot, 1).dates())
                .isEqualTo(new RollUp.Span(LocalDate.of(2026, 5, 1), LocalDate.of(2026, 6, 20)));
        assertThat(of(snapshot, 3).dates().finish()).isEqualTo(LocalDate.of(2026, 6, 1));
    }

    @Test
    public void timeThoughtOfForAStoryShouldNotCountBesideThatOfItsTasks() {
        var snapshot = Trees.of("story S\n  task T hours.estimate=4");
        snapshot = Trees.after(snapshot, edit(1, "hours.estimate", "10"));
        assertThat(of(snapshot, 1).hoursEstimate()).isEqualTo(Amount.of(4));
        assertThat(node(snapshot, 1).item().hours().estimate()).isEqualTo(Amount.of(10));
        assertThat(node(snapshot, 1).item().hours().remaining()).isNull();
    }

    @Test
    public void fractionsShouldAddUpExactly() {
        var snapshot =
                Trees.of(
                        """
                        feature F
                          story A size=0.1
                          story B size=0.2\
                        """);
        assertThat(of(snapshot, 1).effective()).hasToString("0.3");
    }

    @Test
    public void bareLeavesShouldShareTheFiguresThatEachOfThemWouldHave() {
        var snapshot =
                Trees.of(
                        """
                        story S
                          task A
                          task B
                          task C state=done
                          task D state=dropped
                        story T
                        story U state=done\
                        """);
        snapshot = Trees.after(snapshot, edit(3, "blocked", "Waits for the hull"));
        for (int i = 2; i <= 7; i++) {
            var item = node(snapshot, i).item();
            assertThat(of(snapshot, i))
                    .isEqualTo(new RollUpSum().under(item, snapshot.workspace()));
        }
        assertThat(of(snapshot, 2).tasks()).isEqualTo(1);
        assertThat(of(snapshot, 2).blocked()).isZero();
        assertThat(of(snapshot, 3).blocked()).isEqualTo(1);
        assertThat(of(snapshot, 4).tasksDone()).isEqualTo(1);
        assertThat(of(snapshot, 5).tasks()).isZero();
        assertThat(of(snapshot, 6).unsized()).isEqualTo(1);
        assertThat(of(snapshot, 7).leaves().done()).isEqualTo(1);
        var unblocked = Trees.after(snapshot, edit(3, "blocked", ""));
        assertThat(of(unblocked, 3)).isSameAs(of(snapshot, 2));
    }

    /** Each of these adds up to something, so that what has it has figures of its own. */
    @Test
    public void leafWithAnythingOfItsOwnShouldHaveFiguresOfItsOwn() {
        var bare = Trees.of("story S\n  task T");
        for (var field :
                Map.of(
                                "hours.estimate", "4",
                                "hours.invested", "1",
                                "hours.remaining", "2",
                                "start", "2026-05-04",
                                "finish", "2026-05-08",
                                "value", "3",
                                "datesFrom", "rolled up")
                        .entrySet()) {
            var filled = Trees.after(bare, edit(2, field.getKey(), field.getValue()));
            assertThat(of(filled, 2)).as(field.getKey()).isNotSameAs(of(bare, 2));
        }
    }
}
