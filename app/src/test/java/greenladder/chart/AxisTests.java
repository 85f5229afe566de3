package greenladder.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.chart.Axis.Tick;
import java.math.BigDecimal;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class AxisTests {
    @DataProvider
    public Object[][] places() {
        return new Object[][] {
            {Axis.linear(0, 10, 100, 200), 0, 100},
            {Axis.linear(0, 10, 100, 200), 2.5, 125},
            {Axis.linear(-5, 5, 200, 100), 0, 150},
            {Axis.linear(-5, 5, 200, 100), 5, 100},
            {Axis.root(100, 0, 50), 25, 25},
            {Axis.root(100, 0, 50), -3, 0},
        };
    }

    @Test(dataProvider = "places")
    public void valuesShouldStandByTheirShareOfTheWay(Axis axis, double value, int place) {
        assertThat(axis.at(value)).isEqualTo(place);
    }

    @DataProvider
    public Object[][] spans() {
        return new Object[][] {{0, 1}, {0, 7}, {0, 10}, {-30, 1000}, {0.2, 0.9}, {0, 123_456}};
    }

    @Test(dataProvider = "spans")
    public void ticksShouldBeRoundAndFew(double least, double most) {
        var ticks = Axis.linear(least, most, 0, 400).ticks(BigDecimal::toPlainString);
        assertThat(ticks).hasSizeBetween(3, 10);
        assertThat(ticks).extracting(Tick::at).isSorted().doesNotHaveDuplicates();
    }

    @Test
    public void ticksThatHaveNoRoomShouldBeLeftOut() {
        assertThat(Axis.root(100, 0, 100).ticksAt(List.of(0, 1, 2, 5, 100, 200), 10))
                .extracting(Tick::text)
                .containsExactly("0", "1", "5", "100");
    }

    @Test
    public void axisWithoutExtentShouldBeRefused() {
        assertThatThrownBy(() -> Axis.linear(3, 3, 0, 1))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
