package greenladder.core.ladder;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.Command.NewItem;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.change.Target;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Product;
import greenladder.core.item.StandardLevels;
import greenladder.core.rollup.RollUpSum;
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
 * What a ladder keeps by each change is what a pass over all its items would find: totals of
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
        var ladder = work.ladder(120, 0);
        for (int step = 0; step < 60; step++) {
            if (Decisions.decide(ladder, work.command(ladder), Trees.NOW)
                    instanceof Accepted accepted) {
                ladder = accepted.after();
                requireKept(ladder);
            }
        }
    }

    /** What a reader sees follows step by step what it would be made from nothing. */
    @Test
    public void ladderWithoutAProductShouldFollowTheWholeOne() {
        var first = Trees.of("epic A\n  story B size=5\n");
        var other = StandardLevels.six();
        var ladder = first.with(new Product("OTH", "Other", other));
        ladder =
                Trees.after(
                        ladder,
                        new Command.Create(
                                "OTH",
                                List.of(
                                        new NewItem(
                                                "x",
                                                null,
                                                Map.of("level", "epic", "title", "Theirs"),
                                                new Target.Stay()))));
        var hidden = Set.of("OTH");
        var seen = ladder.without(hidden);
        var theirs = new ItemKey("OTH", 1);
        for (var command :
                List.of(
                        new Command.Move(
                                List.of(Trees.key(2)),
                                new Target.Parent.Under(theirs),
                                new Target.Stay()),
                        Trees.edit(2, "size", "8"),
                        new Command.Edit(List.of(theirs), Map.of("title", "Still theirs")),
                        new Command.Move(
                                List.of(Trees.key(2)),
                                new Target.Parent.Under(Trees.key(1)),
                                new Target.Stay()))) {
            var accepted = Trees.accepted(ladder, command);
            ladder = accepted.after();
            seen =
                    seen.following(
                            ladder, accepted.changes().stream().map(Change::item).toList(), hidden);
            var fresh = ladder.without(hidden);
            assertThat(seen.order().slots()).isEqualTo(fresh.order().slots());
            for (var slot : fresh.order().slots()) {
                assertThat(seen.requireNode(slot.key())).isEqualTo(fresh.requireNode(slot.key()));
            }
            assertThat(seen.findNode(theirs)).isEmpty();
            requireKept(seen);
        }
    }

    private static void requireKept(Ladder ladder) {
        for (var product : ladder.products()) {
            var slow = LevelTotals.of(product, ladder.roots(product.code()));
            ladder.levelTotals(product)
                    .forEach((level, kept) ->
                            assertThat(told(kept))
                                    .as(level.name())
                                    .isEqualTo(told(slow.get(level))));
            var top = new RollUpSum();
            ladder.roots(product.code()).forEach(root -> top.add(root.rollUp()));
            assertThat(ladder.totalOf(product.code())).isEqualTo(top.total());
            requireMarks(ladder, product.code());
            product.levels()
                    .all()
                    .forEach(level -> requireOrder(ladder.inOrder(product, level), ladder));
        }
    }

    /** The items that are not dropped, their points so far and their bands, one after the other. */
    private static void requireOrder(LevelOrder order, Ladder ladder) {
        var live = order.live();
        long soFar = 0;
        int at = 0;
        int unsized = 0;
        var bands = new ArrayList<String>();
        for (var node : order.all()) {
            assertThat(node).isSameAs(ladder.requireNode(node.item().key()));
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

    private static void requireMarks(Ladder ladder, String product) {
        for (var mark : List.of(Mark.AGENDA, Mark.CANDIDATE, Mark.DROPPED, Mark.LOOSE)) {
            var slow = new ArrayList<ItemKey>();
            ladder.order()
                    .slots()
                    .forEach(slot -> {
                        var item = ladder.requireNode(slot.key()).item();
                        if (Mark.of(item).toList().contains(new Mark.Of(mark, product))) {
                            slow.add(slot.key());
                        }
                    });
            assertThat(ladder.marked(mark, product).stream().map(node -> node.item().key()))
                    .as(mark.name())
                    .containsExactlyElementsOf(slow);
        }
        var labels = new TreeMap<String, String>();
        ladder.order()
                .slots()
                .forEach(slot -> {
                    if (slot.key().product().equals(product)) {
                        ladder.requireNode(slot.key())
                                .item()
                                .details()
                                .labels()
                                .forEach(label ->
                                        labels.putIfAbsent(label.toLowerCase(Locale.ROOT), label));
                    }
                });
        assertThat(ladder.labels(product)).containsExactlyElementsOf(labels.values());
    }

    private static String told(LevelTotal total) {
        return total.items() + " " + total.figures();
    }
}
