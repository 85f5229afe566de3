package greenladder.trace.papers;

import greenladder.core.item.Item;
import greenladder.core.papers.TestCase;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.panel.FormValues;
import greenladder.view.Lookups;
import java.util.List;
import java.util.Optional;

/** Items that somebody picked in a list, from which a paper is made. */
record PickedItems(Snapshot snapshot, List<Item> items) {

    /**
     * @param text their keys
     * @throws greenladder.web.Failure.NotFound if one is not there for the reader
     */
    static PickedItems read(Snapshot snapshot, String text) {
        return new PickedItems(
                snapshot,
                FormValues.keys(text).stream()
                        .map(key -> Lookups.node(snapshot, key.toString()).item())
                        .toList());
    }

    /** The nearest item that is, or holds, all of them. */
    Optional<ItemKey> holding() {
        return snapshot.holding(items.stream().map(Item::key).toList()).map(Item::key);
    }

    /** The keys of the tests that cover one of them. */
    List<String> tests() {
        return items.stream()
                .flatMap(item -> snapshot.workspace().papers().testsOf(item.key()).stream())
                .map(TestCase::key)
                .distinct()
                .toList();
    }
}
