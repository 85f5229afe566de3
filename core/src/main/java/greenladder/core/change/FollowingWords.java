package greenladder.core.change;

import greenladder.core.item.BaseField;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.TraceLink;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Notes when the text of what has something below it changed, so that what stands below can be
 * looked at again; what is put under it later was put there with the new text in sight.
 */
final class FollowingWords {
    private static final Set<BaseField> TEXTS =
            EnumSet.of(BaseField.TITLE, BaseField.DESCRIPTION, BaseField.ACCEPTANCE);

    private FollowingWords() {}

    static List<Change> of(
            Snapshot before, Snapshot after, Collection<Change> changes, Instant at) {
        var reworded = new LinkedHashSet<ItemKey>();
        var moved = new LinkedHashSet<ItemKey>();
        for (var change : changes) {
            if (TEXTS.contains(change.field().base())) {
                reworded.add(change.item());
            } else if (change.field().equals(Field.PARENT) && change.after() != null) {
                moved.add(change.item());
            }
        }
        var notes = new ArrayList<Change>();
        for (var key : reworded) {
            var node = after.findNode(key).filter(one -> !one.children().isEmpty());
            if (node.isPresent() && isReworded(before, node.get().item())) {
                notes.add(note(node.get().item(), Field.REWORDED, at, false));
            }
        }
        for (var key : moved) {
            var item = after.findItem(key).filter(one -> before.findItem(key).isPresent());
            if (item.isPresent() && hasRewordedParent(after, item.get())) {
                notes.add(note(item.get(), Field.CONFIRMED, at, true));
            }
        }
        return notes;
    }

    private static boolean isReworded(Snapshot before, Item item) {
        return before.findItem(item.key())
                .filter(was -> !TraceLink.textOf(was).equals(TraceLink.textOf(item)))
                .isPresent();
    }

    private static boolean hasRewordedParent(Snapshot after, Item item) {
        return item.parent() != null
                && after.findItem(item.parent())
                        .filter(parent -> parent.details().wording().changedAt() != null)
                        .isPresent();
    }

    /**
     * @param followed whether it stays when what led to it is taken back
     */
    private static Change note(Item item, Field field, Instant at, boolean followed) {
        return new Change(item.key(), field, field.valueOf(item), at, followed);
    }
}
