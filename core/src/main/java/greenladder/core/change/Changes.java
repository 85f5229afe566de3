package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemDraft;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Ladder;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Optional;

/** What lists of changes mean: making one out of two items, and applying one to a ladder. */
public final class Changes {
    private Changes() {}

    /**
     * The ladder after the changes; each changed item is one version on.
     *
     * @param at when: the items' time of change
     */
    public static Ladder apply(Ladder ladder, Collection<Change> changes, Instant at) {
        var drafts = new HashMap<ItemKey, ItemDraft>();
        for (var change : changes) {
            drafts.computeIfAbsent(
                            change.item(),
                            key ->
                                    ladder.findItem(key)
                                            .map(ItemDraft::of)
                                            .orElseGet(() -> ItemDraft.blank(key)))
                    .set(change.field(), change.after());
        }
        var items = new HashMap<ItemKey, Optional<Item>>();
        drafts.forEach((key, draft) ->
                items.put(
                        key,
                        draft.exists()
                                ? Optional.of(
                                        draft.toItem(
                                                ladder.requireProduct(key.product()).levels(), at))
                                : Optional.empty()));
        return ladder.with(items);
    }

    /** All that has to change for an item to be gone, {@link Field#EXISTS} last. */
    static List<Change> ofDeletion(Item item) {
        var changes = new ArrayList<Change>();
        for (var field : List.of(Field.values()).reversed()) {
            var text = field.textOf(item);
            if (text != null) {
                changes.add(new Change(item.key(), field, text, null));
            }
        }
        return changes;
    }
}
