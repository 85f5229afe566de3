package greenladder.core.change;

import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Which items are tasks: what whoever works on a story may do with as they need. */
public final class Tasks {
    private Tasks() {}

    /** Whether items are tasks, as far as they are there. */
    public static boolean are(Snapshot snapshot, List<ItemKey> items) {
        return items.stream()
                .allMatch(key ->
                        snapshot.findItem(key)
                                .map(item -> !item.level().carriesPoints())
                                .orElse(true));
    }

    /** Whether a level of a product is one of tasks. */
    public static boolean is(Snapshot snapshot, String product, @Nullable String level) {
        return snapshot.findProduct(product)
                .flatMap(found -> found.levels().find(level == null ? "" : level))
                .map(found -> !found.carriesPoints())
                .orElse(false);
    }

    /** Whether a level of a product is one whose items members raise. */
    public static boolean isRaised(Snapshot snapshot, String product, @Nullable String level) {
        return snapshot.findProduct(product)
                .filter(found ->
                        found.levels()
                                .find(level == null ? "" : level)
                                .filter(found::isRaised)
                                .isPresent())
                .isPresent();
    }

    public static Permission needOf(Snapshot snapshot, List<ItemKey> items) {
        return are(snapshot, items) ? Permission.WORK : Permission.SHAPE;
    }
}
