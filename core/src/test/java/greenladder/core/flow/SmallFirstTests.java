package greenladder.core.flow;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.value.Amount;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class SmallFirstTests {
    @DataProvider
    static Object[][] parts() {
        return new Object[][] {
            {3, 6, 2, 6, true},
            {3, 6, 2, 5, false},
            {2, 2, 9, 90, false},
            {9, 9, 1, 13, false},
            {3, 0, 2, 1, true},
        };
    }

    @Test(dataProvider = "parts")
    public void shouldBeSaidOfEnoughPartsThatAreMuchSmaller(
            int done, int donePoints, int left, int leftPoints, boolean said) {
        var found = SmallFirst.of(done, Amount.of(donePoints), left, Amount.of(leftPoints));
        assertThat(found.isPresent()).isEqualTo(said);
    }

    @Test
    public void whatStandsUnderAnItemShouldBeRead() {
        var snapshot =
                Trees.of(
                        """
                        epic Lamp
                          story A size=1 state=done
                          story B size=2 state=done
                          story C size=3 state=done
                          story D size=8
                          story E size=5 state=under-way
                          story F
                          story G size=13 state=dropped
                        """);
        assertThat(SmallFirst.of(Trees.node(snapshot, 1).rollUp()))
                .contains(new SmallFirst(2, 6.5));
    }
}
