package greenladder.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Random;
import org.testng.annotations.Test;

public class RankTests {

    @Test
    public void rankBetweenRandomNeighboursShouldAlwaysFit() {
        var random = new Random(7);
        var ranks = new ArrayList<Rank>();
        for (int i = 0; i < 3000; i++) {
            int at = random.nextInt(ranks.size() + 1);
            var low = at == 0 ? null : ranks.get(at - 1);
            var high = at == ranks.size() ? null : ranks.get(at);
            ranks.add(at, Rank.between(low, high));
        }
        assertThat(ranks).isSorted().doesNotHaveDuplicates();
    }

    @Test
    public void ranksAlwaysPutInTheSameGapShouldFit() {
        var low = Rank.between(null, null);
        var high = Rank.between(low, null);
        for (int i = 0; i < 500; i++) {
            var middle = Rank.between(low, high);
            assertThat(middle).isBetween(low, high).isNotEqualTo(low).isNotEqualTo(high);
            if (i % 2 == 0) {
                high = middle;
            } else {
                low = middle;
            }
        }
    }

    @Test
    public void ranksAddedAtEitherEndShouldStayShort() {
        var last = Rank.between(null, null);
        var first = last;
        for (int i = 0; i < 20_000; i++) {
            var next = Rank.between(last, null);
            assertThat(next).isGreaterThan(last);
            last = next;
            var previous = Rank.between(null, first);
            assertThat(previous).isLessThan(first);
            first = previous;
        }
        assertThat(last.text()).hasSizeLessThan(8);
        assertThat(first.text()).hasSizeLessThan(8);
    }

    @Test
    public void spreadShouldBeAscendingInsideItsBounds() {
        var low = Rank.between(null, null);
        var high = Rank.between(low, null);
        var ranks = Rank.spread(low, high, 5000);
        assertThat(ranks).hasSize(5000).isSorted().doesNotHaveDuplicates();
        assertThat(ranks.getFirst()).isGreaterThan(low);
        assertThat(ranks.getLast()).isLessThan(high);
    }

    @Test
    public void rankBetweenEqualsShouldBeRefused() {
        var rank = Rank.between(null, null);
        assertThatThrownBy(() -> Rank.between(rank, rank))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
