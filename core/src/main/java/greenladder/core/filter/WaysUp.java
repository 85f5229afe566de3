package greenladder.core.filter;

import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.ladder.Ladder;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The ways up from items, each walked once for all items under it. Not safe for several threads.
 */
final class WaysUp {
    private final Ladder ladder;
    private final Map<ItemKey, Step> steps = new HashMap<>();

    /** An item on the way up, by its level and its key. */
    private record Step(String level, String key, @Nullable Step above) {}

    WaysUp(Ladder ladder) {
        this.ladder = ladder;
    }

    /** The key of the nearest item of a level above; {@link Facet#NONE} for none. */
    String keyAbove(Item item, Level level) {
        for (var step = stepTo(item.parent()); step != null; step = step.above()) {
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
            var item = ladder.requireNode(key).item();
            step = new Step(item.level().key(), key.toString(), stepTo(item.parent()));
            steps.put(key, step);
        }
        return step;
    }
}
