package greenladder.core.sizing;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.product.Scale;
import greenladder.core.value.Amount;
import java.util.Map;
import java.util.TreeMap;
import org.testng.annotations.Test;

public class PicksTests {
    private static Picks picks(String... labels) {
        var byPerson = new TreeMap<String, String>();
        for (int i = 0; i < labels.length; i++) {
            byPerson.put(Character.toString('a' + i), labels[i]);
        }
        return new Picks(Scale.FIBONACCI, byPerson);
    }

    private static String middle(Picks picks) {
        return Scale.FIBONACCI.steps().get(picks.middle()).label();
    }

    @Test
    public void outliersShouldBeThoseTwoStepsFromTheMiddle() {
        var picks = picks("5", "3", "5", "13", "1");

        assertThat(middle(picks)).isEqualTo("5");
        assertThat(picks.outliers())
                .extracting(outlier -> outlier.person() + outlier.step().label() + outlier.high())
                .containsExactly("d13true", "e1false");
        assertThat(picks.spread().steps()).isEqualTo(5);
    }

    @Test
    public void middleOfAnEvenNumberShouldBeTheHigherOne() {
        assertThat(middle(picks("3", "5"))).isEqualTo("5");
    }

    @Test
    public void thoseWhoCannotSayShouldCountForNothing() {
        assertThat(picks("8", "?", "8").isAgreed()).isTrue();
        assertThat(picks("?").isAgreed()).isFalse();
        assertThat(picks("?").middle()).isEqualTo(-1);
        assertThat(new Picks(Scale.SHIRTS, new TreeMap<>(Map.of())).outliers()).isEmpty();
    }

    @Test
    public void stepNearestToASizeShouldBeTheLowerOfTwo() {
        assertThat(Scale.SHIRTS.steps().get(Scale.SHIRTS.nearest(Amount.of(9))).label())
                .isEqualTo("L");
        assertThat(Scale.FIBONACCI.steps().get(Scale.FIBONACCI.nearest(Amount.of(4))).label())
                .isEqualTo("3");
    }
}
