package greenladder.list;

import static greenladder.Snapshots.key;
import static greenladder.Snapshots.node;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.Snapshots;
import greenladder.core.filter.Facet;
import greenladder.core.snapshot.Snapshot;
import java.util.Set;
import org.testng.annotations.Test;

public class NarrowedTests {
    private static final Snapshot LADDER =
            Snapshots.of(
                    """
                    epic Ramp
                    feature Scan under=Ramp
                    story Wet under=Scan kind=bug
                    story Dry under=Scan
                    epic Quay
                    feature Sign under=Quay
                    """);

    private static Narrowed narrowed(String query) {
        return new Narrowed(
                Snapshots.lens(LADDER), ListState.read(ListState.parse(query)), Set.of(key(4)));
    }

    @Test
    public void treeShouldShowWhatIsFoundAndAllAboveIt() {
        var bugs = narrowed("kind=bug");

        assertThat(bugs.finds(node(LADDER, 3))).isTrue();
        assertThat(bugs.finds(node(LADDER, 1))).isFalse();
        assertThat(bugs.shows(node(LADDER, 1))).isTrue();
        assertThat(bugs.shows(node(LADDER, 2))).isTrue();
        assertThat(bugs.shows(node(LADDER, 4))).isFalse();
        assertThat(bugs.shows(node(LADDER, 5))).isFalse();
    }

    @Test
    public void listThatIsNotNarrowShouldShowEverything() {
        assertThat(narrowed("sort=size").isNarrow()).isFalse();
        assertThat(narrowed("").shows(node(LADDER, 6))).isTrue();
    }

    @Test
    public void wordsShouldFindWhatTheSearchFound() {
        var found = narrowed("text=dry");

        assertThat(found.finds(node(LADDER, 4))).isTrue();
        assertThat(found.finds(node(LADDER, 3))).isFalse();
        assertThat(found.filter().parts().getFirst().words()).isEqualTo("Text: dry");
    }

    @Test
    public void rowShouldHaveTheTintOfTheFirstMarkThatFits() {
        var marked = narrowed("mark=kind~bug~3&mark=level~story~1&mark=custom.gone~x~2");

        assertThat(marked.tintOf(node(LADDER, 3))).isEqualTo("mark-3");
        assertThat(marked.tintOf(node(LADDER, 4))).isEqualTo("mark-1");
        assertThat(marked.tintOf(node(LADDER, 1))).isEmpty();
    }

    @Test
    public void groupsThatThereAreNotShouldBePassedOver() {
        assertThat(narrowed("group=custom.gone&group=in.epic").groups())
                .extracting(Facet::id)
                .containsExactly("in.epic");
    }
}
