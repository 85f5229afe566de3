package greenladder.core.filter;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.filter.Breakdown.Group;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/** Items under each value of one attribute, of another within it, and so on. */
public class BreakdownTests {
    private static final LocalDate TODAY = LocalDate.parse("2026-05-04");

    private static Snapshot snapshot() {
        var snapshot =
                Trees.of(
                        """
                        epic Quay
                          story Bell size=3 state=done
                          story Buoy size=20 kind=bug
                        story Loose kind=bug
                        """);
        for (var one : List.of(edit(2, "labels", "salt, rope"), edit(3, "labels", "rope"))) {
            snapshot = after(snapshot, one);
        }
        return snapshot;
    }

    private static List<Facet> facets(Snapshot snapshot, String... ids) {
        var facets =
                new Facets(
                        new Lens(
                                snapshot,
                                List.of(snapshot.requireProduct("MSF")),
                                TODAY,
                                "edda.quill",
                                null));
        return Stream.of(ids).map(id -> facets.find(id).orElseThrow()).toList();
    }

    private static List<Node> stories(Snapshot snapshot) {
        var product = snapshot.requireProduct("MSF");
        return List.copyOf(snapshot.inOrder(product, product.levels().stories()).live());
    }

    private static List<Group<Node>> groups(Snapshot snapshot, String... ids) {
        return Breakdown.of(facets(snapshot, ids), stories(snapshot), node -> node);
    }

    private static List<String> lines(List<Group<Node>> groups, String indent) {
        var lines = new ArrayList<String>();
        for (var group : groups) {
            lines.add(indent + group.words() + " " + group.things().size());
            lines.addAll(lines(group.parts(), indent + "  "));
        }
        return lines;
    }

    @Test
    public void groupsShouldStandWithinEachOther() {
        assertThat(lines(groups(snapshot(), "kind", "state"), ""))
                .containsExactly("story 1", "  Done 1", "bug 2", "  To do 2");
    }

    @Test
    public void whatHasSeveralValuesShouldCountUnderEach() {
        assertThat(lines(groups(snapshot(), "label"), ""))
                .containsExactly("rope 2", "salt 1", "No label 1");
    }

    @Test
    public void whatHasNoValueShouldComeLast() {
        assertThat(groups(snapshot(), "in.epic").getLast().words()).isEqualTo("In no epic");
        assertThat(groups(snapshot(), "in.epic").getLast().value()).isEmpty();
    }

    @Test
    public void nothingShouldBeGroupedByNothing() {
        assertThat(groups(snapshot())).isEmpty();
    }

    @Test
    public void groupShouldBeFoundByItsLineOfValues() {
        var groups = groups(snapshot(), "kind", "label");
        assertThat(Breakdown.find(groups, List.of("bug", "rope")).orElseThrow().things())
                .hasSize(1);
        assertThat(Breakdown.find(groups, List.of("bug", ""))).isPresent();
        assertThat(Breakdown.find(groups, List.of("bug", "salt"))).isEmpty();
        assertThat(Breakdown.find(groups, List.of("spike"))).isEmpty();
        assertThat(Breakdown.find(groups, List.of())).isEmpty();
        assertThat(Breakdown.find(groups, List.of("bug", "rope", "more"))).isEmpty();
    }

    /** Of random trees: what has one value each is in one group, and none is lost on the way. */
    @Test
    public void partsShouldAddUpToTheirGroup() {
        for (int seed = 0; seed < 20; seed++) {
            var snapshot = Trees.of(random(new Random(seed)));
            var groups = groups(snapshot, "state", "kind");
            assertThat(groups.stream().mapToInt(one -> one.things().size()).sum())
                    .as("seed %d", seed)
                    .isEqualTo(stories(snapshot).size());
            for (var group : groups) {
                assertThat(group.parts().stream().flatMap(one -> one.things().stream()).toList())
                        .containsExactlyInAnyOrderElementsOf(group.things());
            }
        }
    }

    private static String random(Random random) {
        var text = new StringBuilder("epic Quay\n");
        for (int i = 0; i < 40; i++) {
            text.append("  story S").append(i);
            text.append(random.nextInt(3) == 0 ? " kind=bug" : "");
            text.append(random.nextInt(3) == 0 ? " state=done" : "").append('\n');
        }
        return text.toString();
    }
}
