package greenladder.breakdown;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.Snapshots;
import greenladder.core.filter.Lens;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import greenladder.list.Narrowed;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Whatever stretch is asked for, it is what a walk over all rows would have there. */
public class OutlineRowsTests {
    private static final int MOST = 7;
    private static final List<String> LEVELS =
            List.of("goal", "initiative", "epic", "feature", "story", "task");

    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 12)
                .mapToObj(seed -> new Object[] {seed})
                .toArray(Object[][]::new);
    }

    @Test(dataProvider = "seeds")
    public void stretchShouldBeThatOfAllRows(int seed) {
        var random = new Random(seed);
        var snapshot = tree(random);
        for (int round = 0; round < 40; round++) {
            var place = place(snapshot, random);
            var all = new ArrayList<String>();
            snapshot.roots("MSF").stream()
                    .filter(node -> place.under() == null)
                    .forEach(root -> walk(root, 1, place, all));
            if (place.under() != null) {
                walk(snapshot.requireNode(place.under()), 1, place, all);
            }
            var lens =
                    new Lens(
                            snapshot, List.copyOf(snapshot.products()), LocalDate.EPOCH, "x", null);
            var rows =
                    OutlineRows.of(
                            snapshot, place, new Narrowed(lens, ListState.NONE, Set.of()), MOST);
            assertThat(rows.count()).as(place.url()).isEqualTo(all.size());
            assertThat(rows.from())
                    .isEqualTo(Math.clamp(place.from(), 0, Math.max(0, all.size() - MOST)));
            assertThat(rows.rows().stream().map(row -> row.depth() + " " + row.node().item().key()))
                    .as(place.url())
                    .containsExactlyElementsOf(all.subList(rows.from(), rows.to()));
        }
    }

    private static void walk(Node node, int depth, OutlinePlace place, List<String> rows) {
        if (node.item().isDropped() && !place.dropped()) {
            return;
        }
        rows.add(depth + " " + node.item().key());
        if (node.item().key().equals(place.under()) || place.isOpen(node)) {
            node.children().forEach(child -> walk(child, depth + 1, place, rows));
        }
    }

    /** Items also two levels below their parent, some of them dropped. */
    private static Snapshot tree(Random random) {
        var text = new StringBuilder();
        var levels = new ArrayList<Integer>();
        for (int i = 0; i < 60; i++) {
            int parent = levels.isEmpty() ? -1 : random.nextInt(levels.size());
            int level =
                    parent < 0 || levels.get(parent) > 3
                            ? random.nextInt(3)
                            : levels.get(parent) + 1 + random.nextInt(2);
            text.append(LEVELS.get(level)).append(" i").append(i);
            if (parent >= 0 && level > levels.get(parent)) {
                text.append(" under=i").append(parent);
            }
            text.append(random.nextInt(9) == 0 ? " state=dropped\n" : "\n");
            levels.add(level);
        }
        return Snapshots.of(text.toString());
    }

    private static OutlinePlace place(Snapshot snapshot, Random random) {
        var turned = new StringBuilder();
        for (int i = random.nextInt(5); i > 0; i--) {
            turned.append("MSF").append(1 + random.nextInt(60)).append('-');
        }
        var product = snapshot.requireProduct("MSF");
        return OutlinePlace.read(
                snapshot,
                product,
                new OutlinePlace.Form(
                        random.nextInt(3) == 0
                                ? new ItemKey("MSF", 1 + random.nextInt(60)).toString()
                                : null,
                        LEVELS.get(random.nextInt(LEVELS.size())),
                        turned.toString(),
                        null,
                        null,
                        random.nextBoolean() ? "yes" : "no",
                        random.nextInt(70)),
                ListState.NONE);
    }
}
