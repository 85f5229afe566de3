package greenladder.live;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Something that people in one view show each other and that changes no item: published, it is told
 * to every open page whose reader sees the product and one of the items that it is about.
 *
 * @param name of the event
 * @param product in whose views it happened
 * @param items what it is about; none where it is about no item
 * @param itemsAs the name under which their keys are written
 * @param data written as JSON
 */
public record PresenceEvent(
        String name,
        String product,
        List<ItemKey> items,
        String itemsAs,
        Map<String, String> data) {
    public PresenceEvent {
        items = List.copyOf(items);
        data = Map.copyOf(data);
    }

    /** What a reader is told; empty for nothing. */
    Optional<Map<String, String>> seenIn(Snapshot snapshot) {
        if (snapshot.findProduct(product).isEmpty()) {
            return Optional.empty();
        }
        var seen = items.stream().filter(key -> snapshot.findItem(key).isPresent()).toList();
        if (seen.isEmpty() && !items.isEmpty()) {
            return Optional.empty();
        }
        var told = new HashMap<>(data);
        told.put("product", product);
        told.put(itemsAs, seen.stream().map(ItemKey::toString).collect(Collectors.joining(",")));
        return Optional.of(told);
    }
}
