package greenladder.breakdown;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;

/** What is drawn of a long list; every third item of it is dropped and folded away. */
public class StretchTests {
    private static final int COUNT = 30;
    private static final List<Node> NODES = nodes();
    private static final Stretch.Source SOURCE =
            Stretch.Source.of(NODES, node -> !node.item().isDropped());

    private static List<Node> nodes() {
        var entries = new ArrayList<NewItem>();
        for (int i = 0; i < COUNT; i++) {
            entries.add(
                    NewItem.of(
                            Map.of(
                                    "level",
                                    "goal",
                                    "title",
                                    "G" + i,
                                    "state",
                                    i % 3 == 2 ? "dropped" : "to-do")));
        }
        var snapshot = Snapshot.empty().with(new Product("MSF", "Crossing", StandardLevels.six()));
        var made =
                (Accepted)
                        Decisions.decide(snapshot, new CreateItems("MSF", entries), Instant.EPOCH);
        return made.after().roots("MSF");
    }

    private static String titles(Stretch stretch) {
        return String.join(" ", stretch.nodes().stream().map(node -> node.item().title()).toList());
    }

    @Test
    public void stretchShouldPassOverWhatIsFoldedAway() {
        var first = Stretch.from(SOURCE, 0, 4);
        assertThat(titles(first)).isEqualTo("G0 G1 G3 G4");
        assertThat(first.from()).isZero();
        assertThat(titles(Stretch.from(SOURCE, first.to(), 3))).isEqualTo("G6 G7 G9");
    }

    @Test
    public void stretchAtTheEndShouldSayThatNothingFollows() {
        var last = Stretch.from(SOURCE, 27, 10);
        assertThat(titles(last)).isEqualTo("G27 G28");
        assertThat(last.to()).as("what is folded away at the end is not fetched").isEqualTo(COUNT);
        assertThat(Stretch.from(SOURCE, 99, 10).nodes()).isEmpty();
        assertThat(Stretch.from(SOURCE, -5, 1).from()).isZero();
    }

    @Test
    public void stretchBeforeShouldEndWhereItIsAskedTo() {
        var before = Stretch.before(SOURCE, 9, 3);
        assertThat(titles(before)).isEqualTo("G4 G6 G7");
        assertThat(before.from()).isEqualTo(4);
        assertThat(titles(Stretch.before(SOURCE, before.from(), 99))).isEqualTo("G0 G1 G3");
        assertThat(Stretch.before(SOURCE, 0, 5).nodes()).isEmpty();
    }

    @Test
    public void stretchesOneAfterTheOtherShouldBeTheWholeList() {
        var seen = new ArrayList<String>();
        int from = 0;
        while (from < COUNT) {
            var some = Stretch.from(SOURCE, from, 4);
            some.nodes().forEach(node -> seen.add(node.item().title()));
            from = some.to();
        }
        assertThat(seen).hasSize(20).doesNotHaveDuplicates();
    }
}
