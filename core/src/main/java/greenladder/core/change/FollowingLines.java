package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.item.ListLine;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A line of a checklist that has grown into an item is ticked while that item is done. */
final class FollowingLines {
    private FollowingLines() {}

    static List<Change> of(Snapshot before, Snapshot after, Collection<Change> changes) {
        Map<ItemKey, Lines> lists = new LinkedHashMap<>();
        for (var change : changes) {
            if (change.field() == Field.STATE) {
                after.findItem(change.item())
                        .filter(item -> item.isDone() != wasDone(before, item))
                        .ifPresent(item -> follow(after, item, lists));
            }
        }
        return lists.entrySet().stream()
                .map(entry -> {
                    var lines = after.requireNode(entry.getKey()).item().details().checklist();
                    return new Change(
                            entry.getKey(), Field.CHECKLIST, lines, entry.getValue(), true);
                })
                .filter(Change::differs)
                .toList();
    }

    private static boolean wasDone(Snapshot before, Item item) {
        return before.findItem(item.key()).map(Item::isDone).orElse(false);
    }

    private static void follow(Snapshot after, Item item, Map<ItemKey, Lines> lists) {
        var from = item.details().grewFrom();
        if (from == null || after.findNode(from).isEmpty()) {
            return;
        }
        var lines = lists.getOrDefault(from, after.requireNode(from).item().details().checklist());
        lists.put(from, new Lines(lines.all().stream().map(line -> followed(line, item)).toList()));
    }

    private static ListLine followed(ListLine line, Item item) {
        return item.key().equals(line.item()) ? line.withDone(item.isDone()) : line;
    }
}
