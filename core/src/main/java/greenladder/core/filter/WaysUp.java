package greenladder.core.filter;

import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The ways up from items, each walked once for all items under it. Not safe for several threads.
 */
final class WaysUp {
    private final Snapshot snapshot;
    private final Map<ItemKey, Step> steps = new HashMap<>();
    private final Map<String, Optional<Rank>> ranks = new HashMap<>();

    /** The last way that was asked for: items next to each other mostly share it. */
    private @Nullable ItemKey lastParent;

    private @Nullable Step lastStep;

    /** An item on the way up, by its level and its key. */
    private record Step(String level, String key, @Nullable Step above) {}

    WaysUp(Snapshot snapshot) {
        this.snapshot = snapshot;
    }

    /** The key of the nearest item of a level above; {@link Facet#NONE} for none. */
    String keyAbove(Item item, Level level) {
        if (!Objects.equals(item.parent(), lastParent)) {
            lastParent = item.parent();
            lastStep = stepTo(lastParent);
        }
        for (var step = lastStep; step != null; step = step.above()) {
            if (step.level().equals(level.key())) {
                return step.key();
            }
        }
        return Facet.NONE;
    }

    private @Nullable Step stepTo(@Nullable ItemKey key) {
        if (key == null) {
            return null;
        }
        var step = steps.get(key);
        if (step == null) {
            var item = snapshot.requireNode(key).item();
            step = new Step(item.level().key(), key.toString(), stepTo(item.parent()));
            steps.put(key, step);
            ranks.put(step.key(), Optional.of(item.rank()));
        }
        return step;
    }

    /** The rank of an item by its key; null where there is none. */
    @Nullable Rank rankOf(String key) {
        return ranks.computeIfAbsent(
                        key,
                        text -> ItemKey.parse(text).flatMap(snapshot::findItem).map(Item::rank))
                .orElse(null);
    }
}
