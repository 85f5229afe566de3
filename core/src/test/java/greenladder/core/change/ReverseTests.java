package greenladder.core.change;

import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.util.List;
import java.util.Set;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What is asked of whoever takes something back. */
public class ReverseTests {
    private static final Snapshot SNAPSHOT = Trees.of("story S\n  task T");
    private static final PlanKey SPRINT = PlanKey.sprint("north-1");

    private static Reverse reverse(List<Change> changes, PlanChange... plans) {
        return new Reverse(
                OperationKind.UNDO, 1, changes, List.of(plans), List.of(), Set.of(key(2)));
    }

    private static Change change(int item, Field field) {
        return new Change(key(item), field, "a", "b");
    }

    private static PlanChange plan(PlanKey subject, String fact) {
        return new PlanChange(subject, fact, null, "any");
    }

    @DataProvider
    Object[][] needs() {
        return new Object[][] {
            {List.of(change(1, Field.TITLE)), Permission.SHAPE},
            {List.of(change(1, Field.STATE)), Permission.WORK},
            {List.of(change(1, Field.STATE), change(1, Field.TITLE)), Permission.SHAPE},
            {List.of(new Change(key(1), Field.TITLE, "a", "b", true)), Permission.WORK},
            {List.of(change(2, Field.TITLE)), Permission.WORK},
            {List.of(change(9, Field.TITLE)), Permission.SHAPE},
            {List.of(new Change(key(9), Field.LEVEL, "task", null)), Permission.WORK},
            {List.of(new Change(key(9), Field.LEVEL, "story", null)), Permission.SHAPE},
            {
                List.of(new Change(key(8), Field.LEVEL, "task", null), change(9, Field.TITLE)),
                Permission.SHAPE
            },
        };
    }

    /** What somebody may do, they may take back. */
    @Test(dataProvider = "needs")
    public void reversalShouldNeedWhatTheDeedNeeded(List<Change> changes, Permission need) {
        assertThat(reverse(changes).need(SNAPSHOT)).isEqualTo(need);
    }

    @DataProvider
    Object[][] facts() {
        return new Object[][] {
            {reverse(List.of()), null},
            {reverse(List.of(), plan(SPRINT, "agreed.MSF1")), "agreed.MSF1"},
            {reverse(List.of(), plan(SPRINT, "agreed.MSF1"), plan(SPRINT, "goal")), null},
            {reverse(List.of(), plan(PlanKey.team("north"), "cards")), "cards"},
            {reverse(List.of(), plan(PlanKey.team("north"), "name")), null},
            {reverse(List.of(), plan(PlanKey.release("spring"), "agreed.MSF1")), null},
            {
                reverse(
                        List.of(),
                        plan(SPRINT, "agreed.MSF1"),
                        plan(PlanKey.team("north"), "cards")),
                null
            },
        };
    }

    @Test(dataProvider = "facts")
    public void factWithARightOfItsOwnShouldStandForAll(Reverse reverse, String fact) {
        assertThat(reverse.fact()).isEqualTo(fact);
    }

    @Test
    public void reversalShouldSayWhatItIsAbout() {
        var all =
                reverse(
                        List.of(
                                change(1, Field.TITLE),
                                new Change(new ItemKey("OTH", 1), Field.TITLE, "a", "b")),
                        plan(SPRINT, "goal"),
                        plan(SPRINT, "name"));
        assertThat(all.inProducts()).containsExactly("MSF", "OTH");
        assertThat(all.plans()).containsExactly(SPRINT);
        assertThat(all.isTakingBack()).isTrue();
        assertThat(all.withoutPlans().plans()).isEmpty();
        assertThat(all.withoutPlans().changes()).isEqualTo(all.changes());
        assertThat(all.of(List.of()).inProducts()).isEmpty();
        assertThat(all.of(List.of()).plans()).containsExactly(SPRINT);
        assertThat(all.of(List.of()).placesAsLeft()).containsExactly(key(2));
    }
}
