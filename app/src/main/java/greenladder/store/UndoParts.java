package greenladder.store;

import greenladder.core.change.Change;
import greenladder.core.change.Decision;
import greenladder.core.change.Decisions;
import greenladder.core.change.Reverse;
import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;

/**
 * What of an operation can still be taken back: items whole where that goes, else field by field.
 * Each part is tried alone, then all that go together at once; what stands in each other's way is
 * found by halving, a bounded number of times, so that all of it takes time O(changes).
 */
final class UndoParts {
    private static final int MOST_TRIES = 64;

    private final Snapshot snapshot;
    private final Reverse items;
    private int tries;

    /**
     * @param items the reversal of an operation's changes of items
     */
    UndoParts(Snapshot snapshot, Reverse items) {
        this.snapshot = snapshot;
        this.items = items;
    }

    List<Change> possible() {
        var alone = new ArrayList<List<Change>>();
        var refused = new ArrayList<List<Change>>();
        for (var unit : units()) {
            (goes(unit) ? alone : refused).add(unit);
        }
        var kept = new ArrayList<Change>();
        add(kept, alone);
        // What does not go alone may go with what it stands under.
        add(kept, refused);
        return kept;
    }

    /** Adds what goes together with what is kept: all of it, or what goes of each half. */
    private void add(List<Change> kept, List<List<Change>> units) {
        if (units.isEmpty() || ++tries > MOST_TRIES) {
            return;
        }
        var more = new ArrayList<>(kept);
        units.forEach(more::addAll);
        if (goes(more)) {
            units.forEach(kept::addAll);
        } else if (units.size() > 1) {
            int half = units.size() / 2;
            add(kept, units.subList(0, half));
            add(kept, units.subList(half, units.size()));
        }
    }

    private boolean goes(List<Change> changes) {
        return Decisions.decide(snapshot, items.of(changes), Instant.EPOCH)
                instanceof Decision.Accepted;
    }

    private List<List<Change>> units() {
        var byItem = new LinkedHashMap<ItemKey, List<Change>>();
        items.changes()
                .forEach(change ->
                        byItem.computeIfAbsent(change.item(), any -> new ArrayList<>())
                                .add(change));
        var units = new ArrayList<List<Change>>();
        for (var changes : byItem.values()) {
            boolean goesWhole =
                    changes.stream().anyMatch(change -> change.field() == Field.EXISTS)
                            || goes(changes);
            if (goesWhole) {
                units.add(changes);
            } else {
                changes.forEach(change -> units.add(List.of(change)));
            }
        }
        return units;
    }
}
