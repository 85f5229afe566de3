package greenladder.core.edit;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.testng.annotations.Test;

/** What a description names is linked to it, once. */
public class NamingTests {
    private static final String TREE = "epic E\n  story A\n  story B\n  story C\nepic F";

    private static Snapshot described(Snapshot snapshot, int item, String text) {
        return after(
                snapshot,
                EditItems.naming(snapshot, List.of(key(item)), Map.of("description", text)));
    }

    private static List<ItemKey> linked(Snapshot snapshot, int item) {
        return new Links(snapshot)
                .from(snapshot.findItem(key(item)).orElseThrow()).stream()
                        .map(link -> link.to().key())
                        .toList();
    }

    @Test
    public void namedItemsShouldBeFoundAsFarAsTheyAreThere() {
        var snapshot = Trees.of(TREE);
        assertThat(Naming.in(snapshot, "as MSF2, MSF3 and MSF2; not MSF99, xMSF4 or MSF05"))
                .isEqualTo(Set.of(key(2), key(3)));
        assertThat(Naming.in(snapshot, "")).isEmpty();
    }

    @Test
    public void twentyShouldBeFoundAtMost() {
        var snapshot =
                Trees.of(
                        IntStream.range(0, 21)
                                .mapToObj("epic E%d\n"::formatted)
                                .collect(Collectors.joining()));
        var text =
                IntStream.rangeClosed(1, 21)
                        .mapToObj(Trees::key)
                        .map(ItemKey::toString)
                        .collect(Collectors.joining(" "));
        assertThat(Naming.in(snapshot, text)).hasSize(20).doesNotContain(key(21));
    }

    @Test
    public void whatIsNamedShouldBeLinked() {
        var snapshot = described(Trees.of(TREE), 2, "See MSF3 and MSF4.");
        assertThat(linked(snapshot, 2)).containsExactlyInAnyOrder(key(3), key(4));
    }

    @Test
    public void whatIsTiedAlreadyShouldNotBeLinkedAgain() {
        var snapshot = described(Trees.of(TREE), 2, "See MSF1, MSF2 and MSF3.");
        assertThat(linked(snapshot, 2)).containsExactly(key(3));
        assertThat(linked(described(snapshot, 3, "See MSF2."), 3)).isEmpty();
        assertThat(linked(described(snapshot, 2, "See MSF3, and again MSF3."), 2))
                .containsExactly(key(3));
    }

    /** A link that somebody took away stays away as long as the text names the same. */
    @Test
    public void onlyWhatIsNamedAnewShouldBeLinked() {
        var snapshot =
                after(
                        Trees.of(TREE),
                        new EditItems(List.of(key(2)), Map.of("description", "See MSF3.")));
        assertThat(linked(described(snapshot, 2, "See MSF3 and MSF5."), 2)).containsExactly(key(5));
    }

    @Test
    public void whatTheWriterDoesNotSeeShouldNotBeLinked() {
        var snapshot = Trees.of(TREE);
        var edit =
                new EditItems(
                        List.of(key(2)),
                        Map.of("description", "See MSF3 and MSF4."),
                        Set.of(key(4)));
        assertThat(linked(after(snapshot, edit), 2)).containsExactly(key(4));
    }
}
