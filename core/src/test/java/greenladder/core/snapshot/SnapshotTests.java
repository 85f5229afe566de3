package greenladder.core.snapshot;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.Item;
import greenladder.core.value.Amount;
import java.util.Collections;
import java.util.HashSet;
import java.util.Map;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class SnapshotTests {
    private static final String TREE =
            """
            goal G
              epic E
                feature F
                  story A size=3
                  story B size=5
            story L size=1\
            """;

    @Test
    public void changeShouldShareWhatItDoesNotTouch() {
        var before = Trees.of(TREE + "\ngoal H\n  epic X");
        var after = after(before, edit(4, "size", "8"));
        assertThat(node(after, 7)).isSameAs(node(before, 7));
        assertThat(node(after, 5)).isSameAs(node(before, 5));
        assertThat(node(after, 1).rollUp().effective()).isEqualTo(Amount.of(13));
        assertThat(node(before, 1).rollUp().effective()).isEqualTo(Amount.of(8));
    }

    @Test
    public void looseItemsShouldBeThoseWithoutAParentBelowTheTop() {
        var snapshot = Trees.of(TREE);
        assertThat(node(snapshot, 6).item().isLoose()).isTrue();
        assertThat(node(snapshot, 1).item().isLoose()).isFalse();
        assertThat(snapshot.roots("MSF"))
                .extracting(root -> root.item().title())
                .containsExactly("G", "L");
    }

    @Test
    public void ancestorsShouldComeNearestFirst() {
        var snapshot = Trees.of(TREE);
        assertThat(snapshot.ancestors(node(snapshot, 4).item()))
                .extracting(node -> node.item().title())
                .containsExactly("F", "E", "G");
        assertThat(snapshot.isUnder(node(snapshot, 4).item(), key(2))).isTrue();
        assertThat(snapshot.isUnder(node(snapshot, 2).item(), key(4))).isFalse();
    }

    @Test
    public void levelTotalsShouldLeaveOutWhatStandsUnderSomethingDropped() {
        var snapshot = Trees.of(TREE);
        var product = snapshot.requireProduct("MSF");
        var story = product.levels().find("story").orElseThrow();
        assertThat(snapshot.levelTotals(product).get(story).figures().effective())
                .isEqualTo(Amount.of(9));
        var total = after(snapshot, edit(2, "state", "dropped")).levelTotals(product).get(story);
        assertThat(total.count()).isEqualTo(1);
        assertThat(total.figures().effective()).isEqualTo(Amount.of(1));
    }

    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 10)
                .mapToObj(seed -> new Object[] {seed})
                .toArray(Object[][]::new);
    }

    /**
     * Whatever is done: the tree has no circle, levels descend, ranks are all different, and
     * positions are the order.
     */
    @Test(dataProvider = "seeds")
    public void treeAndOrderShouldStayWholeWhateverIsDone(int seed) {
        var work = new RandomWork(seed);
        var snapshot = work.snapshot(50, 0);
        for (int i = 0; i < 120; i++) {
            if (Decisions.decide(snapshot, work.command(snapshot), Trees.NOW)
                    instanceof Accepted accepted) {
                snapshot = accepted.after();
                requireWhole(snapshot, "seed %d, step %d".formatted(seed, i));
            }
        }
    }

    private static void requireWhole(Snapshot snapshot, String what) {
        var ranks = new HashSet<String>();
        var reached = new HashSet<Item>();
        for (var slot : snapshot.order().slots()) {
            assertThat(ranks.add(slot.rank().text())).as(what).isTrue();
        }
        snapshot.roots("MSF")
                .forEach(root ->
                        root.walk(node -> {
                            assertThat(reached.add(node.item())).as(what).isTrue();
                            node.children()
                                    .forEach(child -> {
                                        assertThat(child.item().parent())
                                                .as(what)
                                                .isEqualTo(node.item().key());
                                        assertThat(
                                                        node.item()
                                                                .level()
                                                                .isAbove(child.item().level()))
                                                .as(what)
                                                .isTrue();
                                    });
                        }));
        assertThat(reached).as(what).hasSize(snapshot.itemCount());
        var product = snapshot.requireProduct("MSF");
        for (var level : product.levels().all()) {
            int position = 0;
            for (var node : snapshot.level(product, level)) {
                assertThat(snapshot.position(node.item())).as(what).isEqualTo(++position);
            }
        }
    }

    @Test
    public void bulkOfFiveThousandShouldBeTheMost() {
        var entry = NewItem.of(Map.of("level", "story", "title", "S"));
        assertThat(
                        Trees.problems(
                                        Trees.empty(),
                                        new CreateItems("MSF", Collections.nCopies(5001, entry)))
                                .inWords())
                .isEqualTo("5,001 items at once are too many; at most 5,000 are allowed.");
    }
}
