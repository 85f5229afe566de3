package greenladder.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What takes the place of another of the same order does so and touches nothing else. */
public class BlocksPropertyTests {
    private static final int MOST = 3_000;

    /** Of the same place whatever its version. */
    private record Versioned(int place, int version) {}

    private static Blocks<Versioned> blocks(TreeMap<Integer, Versioned> plain) {
        return Blocks.<Versioned>empty(Comparator.comparingInt(Versioned::place))
                .changed(List.of(), plain.values());
    }

    private static TreeMap<Integer, Versioned> even() {
        var plain = new TreeMap<Integer, Versioned>();
        for (int place = 0; place < MOST; place += 2) {
            plain.put(place, new Versioned(place, 0));
        }
        return plain;
    }

    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 8).mapToObj(seed -> new Object[] {seed}).toArray(Object[][]::new);
    }

    /** Replaced, moved, taken out and put in, in any mixture. */
    @Test(dataProvider = "seeds")
    public void listShouldBeTheSortedOne(int seed) {
        var random = new Random(seed);
        var plain = even();
        var list = blocks(plain);
        for (int version = 1; version < 40; version++) {
            var removed = new ArrayList<Versioned>();
            var added = new ArrayList<Versioned>();
            for (int i = random.nextInt(6); i >= 0; i--) {
                int place = random.nextInt(MOST);
                var was = plain.remove(place);
                if (was != null) {
                    removed.add(was);
                }
                int next = random.nextInt(3) == 0 ? random.nextInt(MOST) : place;
                if (!plain.containsKey(next)) {
                    plain.put(next, new Versioned(next, version));
                    added.add(plain.get(next));
                }
            }
            removed.removeIf(added::remove);
            list = list.changed(removed, added);
            assertThat(list).as("step %d", version).containsExactlyElementsOf(plain.values());
        }
    }

    @Test
    public void blocksWithoutReplacementShouldStayAsTheyAre() {
        var plain = even();
        var before = blocks(plain);
        var worked = new AtomicInteger();
        before.each("size", block -> worked.incrementAndGet());
        int blocks = worked.getAndSet(0);
        var after =
                before.changed(
                        List.of(new Versioned(20, 0), new Versioned(MOST - 2, 0)),
                        List.of(new Versioned(MOST - 2, 1), new Versioned(20, 1)));
        after.each("size", block -> worked.incrementAndGet());

        assertThat(blocks).isGreaterThan(2);
        assertThat(worked).hasValue(2);
        assertThat(after.get(10)).isEqualTo(new Versioned(20, 1));
        assertThat(before.get(10)).isEqualTo(new Versioned(20, 0));
    }

    @Test
    public void whatIsNotThereShouldHaveNoPlace() {
        var list = blocks(even());
        assertThat(list.indexIn(new Versioned(10, 7))).isEqualTo(5);
        assertThatIllegalArgumentException().isThrownBy(() -> list.indexIn(new Versioned(11, 0)));
        assertThatIllegalArgumentException()
                .isThrownBy(() -> blocks(new TreeMap<>()).indexIn(new Versioned(0, 0)));
    }
}
