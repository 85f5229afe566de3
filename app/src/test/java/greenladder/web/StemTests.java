package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import greenladder.core.item.Amount;
import greenladder.core.item.Category;
import greenladder.core.item.StandardLevels;
import greenladder.core.rollup.RollUp;
import greenladder.core.rollup.RollUp.Span;
import greenladder.core.rollup.RollUp.Split;
import org.assertj.core.data.Offset;
import org.testng.annotations.Test;

public class StemTests {
    private static final Offset<Double> NEAR = within(0.01);

    private static RollUp figures(
            Amount effective,
            int done,
            int inProgress,
            int unbroken,
            Amount invested,
            Amount remaining) {
        int rest =
                effective == null ? 0 : (int) (effective.thousandths() / 1000) - done - inProgress;
        return new RollUp(
                effective,
                Amount.of(unbroken),
                0,
                1,
                new Split<>(Amount.of(done), Amount.of(inProgress), Amount.of(rest)),
                new Split<>(0, 0, 0),
                Amount.ZERO,
                null,
                null,
                invested,
                remaining,
                0,
                0,
                Span.NONE,
                null,
                Category.TO_DO,
                true,
                true);
    }

    @Test
    public void stemShouldShareItsWidthByPoints() {
        var stem = Stem.byPoints(figures(Amount.of(20), 5, 10, 3, null, null), 102);
        assertThat(stem.done()).isCloseTo(25, NEAR);
        assertThat(stem.inProgressAt()).isCloseTo(26, NEAR);
        assertThat(stem.inProgress()).isCloseTo(50, NEAR);
        assertThat(stem.unbrokenAt() + stem.unbroken()).isCloseTo(101, NEAR);
        assertThat(stem.blocked()).isTrue();
        assertThat(stem.label()).isEqualTo("5 of 20 points");
    }

    @Test
    public void stemWithoutSizeShouldBeEmptyAndSaySo() {
        var stem = Stem.byPoints(figures(null, 0, 0, 0, null, null), 102);
        assertThat(stem.done() + stem.inProgress() + stem.unbroken()).isZero();
        assertThat(stem.label()).isEqualTo("not sized");
    }

    @Test
    public void stemByHoursShouldHoldInvestedAgainstTheWhole() {
        var stem = Stem.byHours(figures(null, 0, 0, 0, Amount.of(11), Amount.of(15)), 28);
        assertThat(stem.done()).isCloseTo(11, NEAR);
        assertThat(stem.label()).isEqualTo("11 of 26 hours");
    }

    @Test
    public void rungMarkShouldHaveAThickRungAtItsLevel() {
        var levels = StandardLevels.six();
        var mark = RungMark.of(levels, levels.all().get(2));
        assertThat(mark.rungs())
                .hasSize(6)
                .filteredOn(RungMark.Rung::own)
                .containsExactly(mark.rungs().get(2));
        assertThat(mark.label()).isEqualTo("Epic");
    }
}
