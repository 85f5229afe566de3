package greenladder.core.trace;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.item.LinkType;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.ItemThread.Asked;
import java.util.List;
import java.util.Set;
import org.testng.annotations.Test;

public class ItemThreadTests {
    private static final Set<LinkType> ALL = Set.of(LinkType.values());

    private static Snapshot snapshot() {
        var tree =
                Trees.of(
                        """
                        goal G
                          epic E
                            story S
                              task T
                            story R
                        epic F
                          story Q
                        """);
        return after(
                after(tree, new LinkItems(key(3), LinkType.DEPENDS_ON, key(7), null)),
                new LinkItems(key(6), LinkType.RELATES_TO, key(2), null));
    }

    private static List<String> told(ItemThread thread) {
        return thread.strands().stream()
                .map(strand ->
                        strand.node().item().title()
                                + (strand.linked() ? "*" : "")
                                + (strand.hidden() == 0 ? "" : "+" + strand.hidden()))
                .toList();
    }

    @Test
    public void threadShouldHaveTheWayUpAllBelowAndWhatIsLinked() {
        var thread = ItemThread.of(snapshot(), key(2), new Asked(ALL, Set.of(), 100));
        assertThat(told(thread)).containsExactly("G", "E", "S", "T", "R", "F*+1", "Q*");
        assertThat(thread.ties().stream().filter(tie -> tie.link() != null)).hasSize(2);
        assertThat(thread.ties().stream().filter(tie -> tie.onWay())).hasSize(1);
    }

    @Test
    public void lowestBranchesShouldBeFoldedAtFirst() {
        assertThat(ItemThread.foldedAtFirst(snapshot(), key(1), 4)).isEmpty();
        assertThat(ItemThread.foldedAtFirst(snapshot(), key(1), 3)).containsExactly(key(3));
        assertThat(ItemThread.foldedAtFirst(snapshot(), key(1), 2)).containsExactly(key(2));
        assertThat(ItemThread.foldedAtFirst(snapshot(), key(2), 1)).containsExactly(key(3));
        var first = new Asked(ALL, ItemThread.foldedAtFirst(snapshot(), key(1), 3), 100);
        assertThat(told(ItemThread.of(snapshot(), key(1), first)))
                .containsExactly("G", "E", "S+1", "R", "F*+1", "Q*");
    }

    @Test
    public void onlyChosenLinksShouldBeFollowed() {
        var asked = new Asked(Set.of(LinkType.DEPENDS_ON), Set.of(), 100);
        assertThat(told(ItemThread.of(snapshot(), key(3), asked)))
                .containsExactly("G", "E", "S", "T", "Q*");
        var none = new Asked(Set.of(), Set.of(), 100);
        assertThat(told(ItemThread.of(snapshot(), key(3), none)))
                .containsExactly("G", "E", "S", "T");
    }

    @Test
    public void foldedAndOverfullBranchesShouldBeCounted() {
        var folded = new Asked(Set.of(), Set.of(key(3)), 100);
        assertThat(told(ItemThread.of(snapshot(), key(2), folded)))
                .containsExactly("G", "E", "S+1", "R");
        var few = new Asked(Set.of(), Set.of(), 1);
        assertThat(told(ItemThread.of(snapshot(), key(2), few))).containsExactly("G", "E+2");
    }
}
