package greenladder.core.rollup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import greenladder.core.RandomWork;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import java.util.stream.IntStream;
import org.assertj.core.data.Offset;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Over random trees and random work on them, the kept figures are those of the obvious
 * implementation.
 */
public class RollUpPropertyTests {
    private static final Offset<Double> NEAR = within(1e-6);

    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 25)
                .mapToObj(seed -> new Object[] {seed})
                .toArray(Object[][]::new);
    }

    @Test(dataProvider = "seeds")
    public void figuresAfterRandomWorkShouldBeTheObviousOnes(int seed) {
        var snapshot = new RandomWork(seed).snapshot(120, 80);
        snapshot.order()
                .slots()
                .forEach(slot -> check("seed " + seed, snapshot.requireNode(slot.key())));
    }

    @Test(dataProvider = "seeds")
    public void figuresKeptStepByStepShouldBeThoseMadeFromNothing(int seed) {
        var snapshot = new RandomWork(seed).snapshot(80, 60);
        var items =
                snapshot.order().slots().stream()
                        .map(slot -> snapshot.requireNode(slot.key()).item())
                        .toList();
        var fresh = Snapshot.empty().with(snapshot.requireProduct("MSF")).withItems(items);
        assertThat(fresh.order().slots()).as("seed %d", seed).isEqualTo(snapshot.order().slots());
        for (var item : items) {
            var kept = snapshot.requireNode(item.key());
            var made = fresh.requireNode(item.key());
            assertThat(kept).as("seed %d, %s", seed, item.key()).isEqualTo(made);
        }
    }

    @Test(dataProvider = "seeds")
    public void productTotalShouldBeTheSumOverItsRoots(int seed) {
        var snapshot = new RandomWork(seed).snapshot(80, 40);
        double sum =
                snapshot.roots("MSF").stream()
                        .filter(root ->
                                !root.item().isDropped() && root.rollUp().effective() != null)
                        .mapToDouble(root -> number(root.rollUp().effective()))
                        .sum();
        var total = snapshot.totalOf("MSF").effective();
        assertThat(total == null ? 0 : number(total)).as("seed %d", seed).isCloseTo(sum, NEAR);
    }

    private static void check(String seed, Node node) {
        var kept = node.rollUp();
        var obvious = ObviousFigures.of(node);
        var what = seed + ", " + node.item().key();
        if (node.item().level().carriesPoints()) {
            assertThat(number(kept.effective()))
                    .as(what + " effective")
                    .isEqualTo(obvious.effective(), NEAR);
        }
        assertThat(number(kept.unbroken()))
                .as(what + " unbroken")
                .isCloseTo(obvious.unbroken(), NEAR);
        assertThat(number(kept.points().done())).as(what + " done").isCloseTo(obvious.done(), NEAR);
        assertThat(number(kept.points().inProgress()))
                .as(what + " in progress")
                .isCloseTo(obvious.inProgress(), NEAR);
        assertThat(number(kept.points().toDo()))
                .as(what + " to do")
                .isCloseTo(obvious.toDo(), NEAR);
        assertThat(kept.leafCount()).as(what + " leaves").isEqualTo(obvious.leaves());
        assertThat(kept.leaves().done()).as(what + " leaves done").isEqualTo(obvious.leavesDone());
        if (node.item().level().carriesPoints()) {
            assertThat(kept.unsized()).as(what + " unsized").isEqualTo(obvious.unsized());
            assertThat(kept.blocked()).as(what + " blocked").isEqualTo(obvious.blocked());
        }
        assertThat(zeroForNone(kept.value())).as(what + " value").isCloseTo(obvious.value(), NEAR);
        assertThat(zeroForNone(kept.hoursInvested()))
                .as(what + " invested")
                .isCloseTo(obvious.invested(), NEAR);
        assertThat(zeroForNone(kept.hoursRemaining()))
                .as(what + " remaining")
                .isCloseTo(obvious.remaining(), NEAR);
        assertThat(kept.tasks()).as(what + " tasks").isEqualTo(obvious.tasks());
        assertThat(kept.category()).as(what + " category").isEqualTo(obvious.category());
    }

    private static double number(@Nullable Amount amount) {
        return amount == null ? Double.NaN : amount.thousandths() / 1000.0;
    }

    private static double zeroForNone(@Nullable Amount amount) {
        return amount == null ? 0 : number(amount);
    }
}
