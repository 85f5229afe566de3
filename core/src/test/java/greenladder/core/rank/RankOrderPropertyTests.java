package greenladder.core.rank;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.rank.RankOrder.Slot;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** An order in blocks is the same list as a sorted set, whatever is taken out of it and put in. */
public class RankOrderPropertyTests {
    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 8).mapToObj(seed -> new Object[] {seed}).toArray(Object[][]::new);
    }

    @Test(dataProvider = "seeds")
    public void orderAfterAnyChangeShouldBeTheSortedOne(int seed) {
        var random = new Random(seed);
        var order = RankOrder.<Integer>empty();
        var plain = new TreeSet<Slot<Integer>>();
        int next = 0;
        for (int step = 0; step < 60; step++) {
            var removed = some(random, new ArrayList<>(plain));
            var added = new ArrayList<Slot<Integer>>();
            int count = random.nextInt(step % 10 == 0 ? 2_000 : 4);
            for (int i = 0; i < count; i++) {
                added.add(new Slot<>(new Rank(letters(random)), next++));
            }
            removed.forEach(plain::remove);
            plain.addAll(added);
            order = order.changed(removed, added);
            assertThat(order.slots()).as("step %d", step).containsExactlyElementsOf(plain);
            assertThat(order.size()).isEqualTo(plain.size());
        }
        int at = 0;
        for (var slot : plain) {
            assertThat(order.indexOf(slot)).isEqualTo(at);
            assertThat(order.slots().get(at++)).isEqualTo(slot);
        }
    }

    private static List<Slot<Integer>> some(Random random, List<Slot<Integer>> from) {
        var chosen = new ArrayList<Slot<Integer>>();
        if (!from.isEmpty()) {
            int start = random.nextInt(from.size());
            int count = random.nextInt(random.nextInt(8) == 0 ? 900 : 3);
            chosen.addAll(from.subList(start, Math.min(from.size(), start + count)));
        }
        return chosen;
    }

    private static String letters(Random random) {
        var text = new StringBuilder();
        for (int i = 0; i <= random.nextInt(4); i++) {
            text.append((char) ('B' + random.nextInt(20)));
        }
        return text.toString();
    }
}
