package greenladder.panel;

import greenladder.core.edit.Target;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** Places counted among the items beside one, as a column or a part of a tree shows them. */
final class SiblingPlaces {
    private SiblingPlaces() {}

    /** The items beside one, itself among them, in their order; dropped ones are not shown. */
    static List<ItemKey> of(Snapshot snapshot, Item item) {
        return snapshot.siblings(item).stream()
                .map(node -> node.item())
                .filter(one -> !one.isDropped() || one.key().equals(item.key()))
                .map(Item::key)
                .toList();
    }

    /**
     * Where items go that are to stand at a place, from 1, among those beside the first of them; a
     * place beyond the last is the last.
     */
    static Target target(Snapshot snapshot, Collection<ItemKey> moved, int place) {
        var first = snapshot.requireNode(moved.iterator().next()).item();
        var others = new ArrayList<>(of(snapshot, first));
        others.removeAll(moved);
        if (others.isEmpty() || place == 1) {
            return others.isEmpty() ? new Target.Stay() : new Target.Before(others.getFirst());
        }
        return new Target.After(others.get(Math.clamp(place - 2L, 0, others.size() - 1)));
    }
}
