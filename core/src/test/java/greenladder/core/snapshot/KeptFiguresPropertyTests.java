package greenladder.core.snapshot;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.rollup.RollUpSum;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * What a snapshot keeps by each change is what a pass over all its items would find: totals of
 * levels, what stands at the top, marks and labels.
 */
public class KeptFiguresPropertyTests {
    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 5).mapToObj(seed -> new Object[] {seed}).toArray(Object[][]::new);
    }

    @Test(dataProvider = "seeds")
    public void keptFiguresAfterAnyChangeShouldBeThoseOfAPassOverAllItems(int seed) {
        var work = new RandomWork(seed);
        var snapshot = work.snapshot(120, 0);
        for (int step = 0; step < 60; step++) {
            if (Decisions.decide(snapshot, work.command(snapshot), Trees.NOW)
                    instanceof Accepted accepted) {
                snapshot = accepted.after();
                requireKept(snapshot);
            }
        }
    }

    /** What a reader sees follows step by step what it would be made from nothing. */
    @Test
    public void ladderWithoutAProductShouldFollowTheWholeOne() {
        var first = Trees.of("epic A\n  story B size=5\n");
        var other = StandardLevels.six();
        var snapshot = first.with(new Product("OTH", "Other", other));
        snapshot =
                Trees.after(
                        snapshot,
                        new CreateItems(
                                "OTH",
                                List.of(
                                        new NewItem(
                                                "x",
                                                null,
                                                Map.of("level", "epic", "title", "Theirs"),
                                                new Target.Stay()))));
        var hiddenScope = new HiddenScope(Set.of("OTH"), Set.of());
        var seen = RestrictedSnapshot.of(snapshot, hiddenScope);
        var theirs = new ItemKey("OTH", 1);
        for (var command :
                List.of(
                        new MoveItems(
                                List.of(Trees.key(2)),
                                new Target.Parent.Under(theirs),
                                new Target.Stay()),
                        Trees.edit(2, "size", "8"),
                        new EditItems(List.of(theirs), Map.of("title", "Still theirs")),
                        new MoveItems(
                                List.of(Trees.key(2)),
                                new Target.Parent.Under(Trees.key(1)),
                                new Target.Stay()))) {
            snapshot = Trees.after(snapshot, command);
            seen = seen.following(snapshot).orElseThrow();
            var is = seen.snapshot();
            var fresh = RestrictedSnapshot.of(snapshot, hiddenScope).snapshot();
            assertThat(is.order().slots()).isEqualTo(fresh.order().slots());
            for (var slot : fresh.order().slots()) {
                assertThat(is.requireNode(slot.key())).isEqualTo(fresh.requireNode(slot.key()));
            }
            assertThat(is.findNode(theirs)).isEmpty();
            requireKept(is);
        }
    }

    private static void requireKept(Snapshot snapshot) {
        for (var product : snapshot.products()) {
            var slow = LevelTotals.of(product, snapshot.roots(product.code()));
            snapshot.levelTotals(product)
                    .forEach((level, kept) ->
                            assertThat(told(kept))
                                    .as(level.name())
                                    .isEqualTo(told(slow.get(level))));
            var top = new RollUpSum();
            snapshot.roots(product.code()).forEach(root -> top.add(root.rollUp()));
            assertThat(snapshot.totalOf(product.code())).isEqualTo(top.total());
            requireMarks(snapshot, product.code());
            product.levels()
                    .all()
                    .forEach(level -> requireOrder(snapshot.inOrder(product, level), snapshot));
        }
    }

    /** The items that are not dropped, their points so far and their bands, one after the other. */
    private static void requireOrder(LevelOrder order, Snapshot snapshot) {
        var live = order.live();
        long soFar = 0;
        int at = 0;
        int unsized = 0;
        var bands = new ArrayList<String>();
        for (var node : order.all()) {
            assertThat(node).isSameAs(snapshot.requireNode(node.item().key()));
            if (node.item().isDropped()) {
                continue;
            }
            var size = node.rollUp().effective();
            soFar += size == null ? 0 : size.thousandths();
            unsized += size == null ? 1 : 0;
            var band = String.valueOf(node.item().details().refinement().band());
            if (bands.isEmpty() || !bands.getLast().equals(band)) {
                bands.add(band);
            }
            assertThat(live.get(at)).isSameAs(node);
            assertThat(live.soFar(at++).thousandths()).isEqualTo(soFar);
        }
        assertThat(live).hasSize(at);
        assertThat(live.points().thousandths()).isEqualTo(soFar);
        assertThat(live.unsized()).isEqualTo(unsized);
        assertThat(live.runs().stream().map(run -> String.valueOf(run.band())))
                .containsExactlyElementsOf(bands);
        assertThat(live.runs().stream().mapToInt(LevelOrder.Run::items).sum()).isEqualTo(at);
    }

    private static void requireMarks(Snapshot snapshot, String product) {
        for (var mark : List.of(Mark.AGENDA, Mark.CANDIDATE, Mark.DROPPED, Mark.LOOSE)) {
            var slow = new ArrayList<ItemKey>();
            snapshot.order()
                    .slots()
                    .forEach(slot -> {
                        var item = snapshot.requireNode(slot.key()).item();
                        if (Mark.of(item).toList().contains(new Mark.Of(mark, product))) {
                            slow.add(slot.key());
                        }
                    });
            var marked = snapshot.marked(mark, product);
            assertThat(marked.stream().map(node -> node.item().key()))
                    .as(mark.name())
                    .containsExactlyElementsOf(slow);
            assertThat(marked)
                    .allMatch(node -> node == snapshot.requireNode(node.item().key()), "as it is");
        }
        var labels = new TreeMap<String, String>();
        snapshot.order()
                .slots()
                .forEach(slot -> {
                    if (slot.key().product().equals(product)) {
                        snapshot.requireNode(slot.key())
                                .item()
                                .details()
                                .labels()
                                .forEach(label ->
                                        labels.putIfAbsent(label.toLowerCase(Locale.ROOT), label));
                    }
                });
        assertThat(snapshot.labels(product)).containsExactlyElementsOf(labels.values());
    }

    private static String told(LevelTotal total) {
        return total.items() + " " + total.figures();
    }
}
