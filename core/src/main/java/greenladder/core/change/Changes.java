package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.product.Product;
import greenladder.core.snapshot.HiddenScope;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.ItemDraft;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** What lists of changes mean: making one out of two items, and applying one to a snapshot. */
public final class Changes {
    private Changes() {}

    /**
     * The snapshot after the changes; each changed item is one version on.
     *
     * @param at when: the items' time of change
     */
    public static Snapshot apply(Snapshot snapshot, Collection<Change> changes, Instant at) {
        return apply(snapshot, snapshot.workspace(), changes, at);
    }

    /**
     * The snapshot after an operation of the log: a snapshot at one operation and the log after it
     * give every later snapshot. What is decided and what is read from the log go this way alike.
     */
    public static Snapshot replay(
            Snapshot snapshot,
            Collection<PlanChange> plans,
            Collection<Change> changes,
            Instant at) {
        return apply(snapshot, PlanChange.apply(snapshot.workspace(), plans), changes, at);
    }

    /** The snapshot after the changes, in another workspace. */
    static Snapshot apply(
            Snapshot snapshot, Workspace workspace, Collection<Change> changes, Instant at) {
        var drafts = new HashMap<ItemKey, ItemDraft>();
        for (var change : changes) {
            if (!change.differs()) {
                continue;
            }
            drafts.computeIfAbsent(
                            change.item(),
                            key ->
                                    snapshot.findItem(key)
                                            .map(ItemDraft::of)
                                            .orElseGet(() -> ItemDraft.blank(key)))
                    .set(change.field(), change.after());
        }
        var items = new HashMap<ItemKey, Optional<Item>>();
        if (workspace != snapshot.workspace()) {
            itemsOfOtherLevels(snapshot, workspace, drafts.keySet(), items);
        }
        drafts.forEach((key, draft) ->
                items.put(
                        key,
                        draft.exists()
                                ? Optional.of(draft.toItem(workspace, at))
                                : Optional.empty()));
        return workspace == snapshot.workspace()
                ? snapshot.with(items)
                : snapshot.with(workspace, items);
    }

    /** Items as they are with other levels and states than before, though nothing else changed. */
    private static void itemsOfOtherLevels(
            Snapshot snapshot,
            Workspace next,
            Set<ItemKey> changed,
            Map<ItemKey, Optional<Item>> items) {
        var was = snapshot.workspace();
        var products =
                was.products().stream()
                        .filter(product ->
                                next.findProduct(product.code())
                                        .filter(is -> !is.levels().equals(product.levels()))
                                        .isPresent())
                        .map(Product::code)
                        .collect(Collectors.toSet());
        var teams =
                was.teamsByKey().values().stream()
                        .filter(team ->
                                next.findTeam(team.key())
                                        .filter(is -> !is.ownStates().equals(team.ownStates()))
                                        .isPresent())
                        .map(Team::key)
                        .collect(Collectors.toSet());
        if (products.isEmpty() && teams.isEmpty()) {
            return;
        }
        for (var slot : snapshot.order().slots()) {
            var item = snapshot.requireNode(slot.key()).item();
            var team = item.team();
            if (!changed.contains(item.key())
                    && (products.contains(item.key().product())
                            || team != null && teams.contains(team))) {
                items.put(
                        item.key(),
                        Optional.of(
                                ItemDraft.of(item).toItem(next, item.updatedAt(), item.version())));
            }
        }
    }

    /** All that has to change for an item to be gone, {@link Field#EXISTS} last. */
    public static List<Change> ofDeletion(Snapshot snapshot, Item item) {
        var changes = new ArrayList<Change>();
        // Who alone saw it is said once more, since nothing stands above it any more then.
        var readers = Field.custom(StandardFields.READERS);
        if (readers.valueOf(item) == null) {
            HiddenScope.readersOf(snapshot, item)
                    .map(people -> String.join(", ", people))
                    .ifPresent(text -> {
                        changes.add(new Change(item.key(), readers, null, text));
                        changes.add(new Change(item.key(), readers, text, null));
                    });
        }
        for (var field : Field.allOf(item).reversed()) {
            if (field.valueOf(item) != null) {
                changes.add(Change.of(item, field, null));
            }
        }
        return changes;
    }
}
