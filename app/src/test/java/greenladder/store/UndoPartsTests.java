package greenladder.store;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Reverse;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.testng.annotations.Test;

/** What of an operation on many items can still be taken back. */
public class UndoPartsTests {
    private static Accepted accepted(Snapshot snapshot, Command command) {
        return (Accepted) Decisions.decide(snapshot, command, Instant.EPOCH);
    }

    private static Snapshot stories(int count) {
        var workspace = Workspace.EMPTY.with(new Product("MSF", "Crossing", StandardLevels.six()));
        var items = new ArrayList<NewItem>();
        for (int i = 0; i < count; i++) {
            items.add(NewItem.of(Map.of("level", "story", "title", "S" + i)));
        }
        return accepted(Snapshot.empty().with(workspace), new CreateItems("MSF", items)).after();
    }

    private static Command edit(List<ItemKey> keys, String field, String value) {
        return new EditItems(keys, Map.of(field, value));
    }

    private static Reverse reversal(List<Change> changes) {
        return new Reverse(OperationKind.UNDO, 1, changes, List.of(), List.of(), Set.of());
    }

    @Test
    public void whatOthersChangedSinceShouldStayAndTheRestComeBack() {
        var before = stories(100);
        var keys = IntStream.rangeClosed(1, 100).mapToObj(i -> new ItemKey("MSF", i)).toList();
        var sized = accepted(before, edit(keys, "size", "5"));
        var since = accepted(sized.after(), edit(keys.subList(0, 10), "size", "8")).after();

        var possible = new UndoParts(since, reversal(sized.changes())).possible();

        var back = accepted(since, reversal(sized.changes()).of(possible)).after();
        assertThat(keys)
                .filteredOn(key -> back.requireNode(key).item().size() != null)
                .containsExactlyInAnyOrderElementsOf(keys.subList(0, 10));
    }

    @Test
    public void whatGoesOnlyWithWhatItStandsUnderShouldComeBackWithIt() {
        var workspace = Workspace.EMPTY.with(new Product("MSF", "Crossing", StandardLevels.six()));
        var made =
                accepted(
                                Snapshot.empty().with(workspace),
                                new CreateItems(
                                        "MSF",
                                        List.of(
                                                NewItem.of(
                                                        Map.of("level", "feature", "title", "F")),
                                                NewItem.of(
                                                        Map.of("level", "story", "title", "A")))))
                        .after();
        var under = accepted(made, edit(List.of(new ItemKey("MSF", 2)), "parent", "MSF1")).after();
        var gone =
                accepted(
                        under,
                        new DeleteItems(
                                List.of(new ItemKey("MSF", 1)), DeleteItems.Children.DELETE));

        var possible = new UndoParts(gone.after(), reversal(gone.changes())).possible();

        var back = accepted(gone.after(), reversal(gone.changes()).of(possible)).after();
        assertThat(back.requireNode(new ItemKey("MSF", 2)).item().parent())
                .isEqualTo(new ItemKey("MSF", 1));
    }
}
