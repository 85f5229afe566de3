package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.util.List;
import java.util.stream.LongStream;
import org.testng.annotations.Test;

public class FillGaugeTests {
    private static List<Amount> points(long... points) {
        return LongStream.of(points).mapToObj(Amount::of).toList();
    }

    @Test
    public void loadThatFitsShouldLeaveRoomBehindTheTick() {
        var gauge = FillGauge.of(points(5, 3), Amount.of(16), 202);

        assertThat(gauge.words()).isEqualTo("8 of 16 points");
        assertThat(gauge.over()).isEmpty();
        assertThat(gauge.spill()).isZero();
        assertThat(gauge.tickAt()).isEqualTo(161);
        assertThat(gauge.bands())
                .containsExactly(new FillGauge.Band(1, 50, "5"), new FillGauge.Band(51, 30, "3"));
    }

    @Test
    public void loadBeyondTheTickShouldSpillAndSayHowMuch() {
        var gauge = FillGauge.of(points(13, 8, 6), Amount.of(24), 272);

        assertThat(gauge.words()).isEqualTo("27 of 24 points");
        assertThat(gauge.over()).isEqualTo("3 over");
        assertThat(gauge.spillAt()).isEqualTo(gauge.tickAt());
        assertThat(gauge.spill()).isPositive();
        assertThat(gauge.bands().getLast().at() + gauge.bands().getLast().width())
                .as("what fits ends at the tick")
                .isEqualTo(gauge.tickAt());
    }

    @Test
    public void gaugeWithoutACapacityShouldOnlyTellTheLoad() {
        var gauge = FillGauge.of(points(2), Amount.ZERO, 100);

        assertThat(gauge.words()).isEqualTo("2 points");
        assertThat(gauge.over()).isEmpty();
        assertThat(gauge.bands()).hasSize(1);
    }

    @Test
    public void emptyGaugeShouldHaveNoBands() {
        assertThat(FillGauge.of(List.of(), Amount.of(10), 100).bands()).isEmpty();
    }

    @Test
    public void scoresShouldBeShownWithAtMostOneDecimal() {
        assertThat(Words.score(new BigDecimal("336"))).isEqualTo("336");
        assertThat(Words.score(new BigDecimal("2.65"))).isEqualTo("2.7");
        assertThat(Words.score(new BigDecimal("1E+3"))).isEqualTo("1000");
        assertThat(Words.score(new BigDecimal("-0.04"))).isEqualTo("0");
    }
}
