package greenladder.core.flow;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.flow.Progress.Bar;
import greenladder.core.flow.Progress.Figures;
import greenladder.core.flow.Progress.Measure;
import greenladder.core.flow.Progress.Part;
import greenladder.core.flow.Progress.Selection;
import greenladder.core.flow.Progress.Since;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ProgressTests {
    private static final LocalDate DAY = LocalDate.parse("2026-05-04");

    private static Snapshot snapshot() {
        var tree =
                Trees.of(
                        """
                        epic E
                          feature F
                            story A size=3 state=done value=5
                            story B size=2 state=under-way
                              task T hours.invested=3 hours.remaining=1
                            story C blocked=fog value=2
                        epic K size=20
                          feature G
                            story D size=8
                        story L size=1 state=done
                        story N size=9 state=dropped
                        """);
        return tree.with(
                tree.workspace()
                        .with(new Release("spring", "MSF", "Spring", DAY.plusDays(30)))
                        .with(new Release("summer", "MSF", "Summer", DAY.plusDays(90))));
    }

    private static Product product(Snapshot snapshot) {
        return snapshot.requireProduct("MSF");
    }

    private static Level level(Snapshot snapshot, String key) {
        return snapshot.requireProduct("MSF").levels().find(key).orElseThrow();
    }

    private static Bar bar(int total, int done, int inProgress, int unbroken) {
        return new Bar(total * 1000L, done * 1000L, inProgress * 1000L, unbroken * 1000L, true);
    }

    @DataProvider
    Object[][] wholes() {
        return new Object[][] {
            {1, Measure.POINTS, bar(5, 3, 2, 0)},
            {1, Measure.COUNT, bar(3, 1, 1, 0)},
            {1, Measure.VALUE, bar(7, 5, 0, 0)},
            {1, Measure.HOURS, bar(4, 3, 0, 0)},
            {7, Measure.POINTS, bar(20, 0, 0, 12)},
            {7, Measure.COUNT, bar(1, 0, 0, 0)},
            {7, Measure.VALUE, Bar.NONE},
            {7, Measure.HOURS, Bar.NONE},
        };
    }

    @Test(dataProvider = "wholes")
    public void wholeShouldBeToldByItsMeasure(int item, Measure measure, Bar expected) {
        var told = Progress.whole(node(snapshot(), item).rollUp(), measure);
        assertThat(told.bar()).isEqualTo(expected);
        assertThat(told.unsized()).isEqualTo(item == 1 ? 1 : 0);
        assertThat(told.blocked()).isEqualTo(item == 1 ? 1 : 0);
    }

    /** Stretches of a level are added up once: a change is to be seen all the same. */
    @Test
    public void levelShouldComeToWhatItsItemsComeTo() {
        var snapshot = snapshot();
        for (int step = 0; step < 3; step++) {
            for (var measure : Measure.values()) {
                var expected =
                        snapshot.level(product(snapshot), level(snapshot, "story")).stream()
                                .filter(node -> !node.item().isDropped())
                                .map(node -> Progress.whole(node.rollUp(), measure))
                                .reduce(Figures.NONE, Figures::plus);
                assertThat(
                                Progress.ofLevel(
                                        snapshot,
                                        product(snapshot),
                                        level(snapshot, "story"),
                                        measure))
                        .isEqualTo(expected);
            }
            snapshot =
                    after(snapshot, step == 0 ? edit(4, "size", "7") : edit(3, "state", "dropped"));
        }
    }

    @Test
    public void measuresShouldBeFoundByTheirWords() {
        for (var measure : Measure.values()) {
            assertThat(Measure.find(measure.word())).contains(measure);
        }
        assertThat(Measure.find("colour")).isEmpty();
    }

    /** What a parent was estimated at beyond its parts is its own. */
    @Test
    public void itemsShouldBeSummedUpUnderWhatStandsAboveThem() {
        var snapshot = snapshot();
        var all = List.of(3, 4, 6, 7, 8, 9, 10).stream().map(one -> node(snapshot, one)).toList();
        var byEpic = Progress.of(snapshot, all, level(snapshot, "epic"), Measure.POINTS);
        assertThat(byEpic.get(Optional.of(key(1)))).isEqualTo(new Figures(bar(5, 3, 2, 0), 1, 1));
        assertThat(byEpic.get(Optional.of(key(7))).bar()).isEqualTo(bar(20, 0, 0, 12));
        assertThat(byEpic.get(Optional.<ItemKey>empty()).bar()).isEqualTo(bar(1, 1, 0, 0));
        var byFeature = Progress.of(snapshot, all, level(snapshot, "feature"), Measure.COUNT);
        assertThat(byFeature.get(Optional.of(key(8))).bar()).isEqualTo(bar(1, 0, 0, 0));
        assertThat(byFeature)
                .containsOnlyKeys(
                        Optional.of(key(2)), Optional.of(key(8)), Optional.<ItemKey>empty());
    }

    @Test
    public void releaseShouldHaveWhatNamesNoOther() {
        var snapshot = after(snapshot(), edit(1, "release", "spring"));
        snapshot = after(snapshot, edit(4, "release", "summer"));
        snapshot = after(snapshot, edit(6, "state", "dropped"));
        assertThat(keys(Progress.in(snapshot, Part.RELEASE, "spring")))
                .containsExactly(key(1), key(2), key(3));
        assertThat(keys(Progress.in(snapshot, Part.RELEASE, "summer"))).containsExactly(key(4));
        assertThat(Progress.in(snapshot, Part.TEAM, "lantern")).isEmpty();
    }

    @Test
    public void whatStandsUnderSomethingDroppedShouldBelongNowhere() {
        var snapshot = after(snapshot(), edit(3, "release", "spring"));
        assertThat(Progress.in(snapshot, Part.RELEASE, "spring")).hasSize(1);
        assertThat(
                        Progress.in(
                                after(snapshot, edit(2, "state", "dropped")),
                                Part.RELEASE,
                                "spring"))
                .isEmpty();
    }

    private static List<ItemKey> keys(List<Node> nodes) {
        return nodes.stream().map(node -> node.item().key()).toList();
    }

    @Test
    public void changesSinceADayShouldBeToldOfASelection() {
        var begun = snapshot();
        var fold = new HistoryProjection(ZoneOffset.UTC);
        fold.take(
                DAY.atTime(9, 0).toInstant(ZoneOffset.UTC),
                "ada",
                Trees.accepted(
                                Trees.empty(),
                                new CreateItems(
                                        "MSF",
                                        List.of(
                                                NewItem.of(
                                                        Map.of("level", "story", "title", "A")))))
                        .changes(),
                begun.workspace());
        // A was there without a size; what else there is came since.
        var then = new HashMap<ItemKey, Optional<Moment>>();
        List.of(3, 4, 9).forEach(one -> then.put(key(one), Optional.empty()));
        then.put(key(3), fold.of(key(1)).flatMap(past -> past.at(Past.of(fold).endOf(DAY))));
        var epic = level(begun, "epic");
        var all = Progress.since(begun, then, Selection.ALL, epic, Measure.POINTS);
        assertThat(all.get(Optional.of(key(1)))).isEqualTo(new Since(5_000, 3_000));
        assertThat(all.get(Optional.of(key(7)))).isEqualTo(new Since(8_000, 0));
        var some =
                Progress.since(
                        begun,
                        then,
                        Selection.ALL.among(Set.of(key(3), key(9))),
                        epic,
                        Measure.COUNT);
        assertThat(some.get(Optional.of(key(1)))).isEqualTo(new Since(0, 1_000));
        assertThat(some.get(Optional.of(key(7)))).isEqualTo(new Since(1_000, 0));
        assertThat(new Since(0, 0).isNothing()).isTrue();
        assertThat(new Since(0, 1).isNothing()).isFalse();
    }

    @Test
    public void selectionShouldHaveAndHaveHadWhatNamesIt() {
        var snapshot = after(snapshot(), edit(1, "release", "spring"));
        var spring = Selection.of(Part.RELEASE, "spring");
        assertThat(spring.has(snapshot, node(snapshot, 3).item())).isTrue();
        assertThat(spring.has(snapshot, node(snapshot, 9).item())).isFalse();
        assertThat(spring.among(Set.of(key(4))).has(snapshot, node(snapshot, 3).item())).isFalse();
        assertThat(spring.among(Set.of(key(3))).has(snapshot, node(snapshot, 3).item())).isTrue();
        assertThat(Selection.ALL.has(snapshot, node(snapshot, 9).item())).isTrue();
    }
}
