package greenladder.words;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Snapshot;

/** Which fields make sense on which level: nobody plans a goal into a sprint. */
public final class FieldFit {
    private FieldFit() {}

    /** Whether a field is worth offering where an item has no value of it. */
    public static boolean fits(Snapshot snapshot, Item item, Field field) {
        var levels = snapshot.requireProduct(item.key().product()).levels().all();
        int lowest = (int) levels.stream().filter(level -> level.carriesPoints()).count() - 1;
        int at = item.level().index();
        boolean points = item.level().carriesPoints();
        return switch (field.base()) {
            case CANDIDATE -> at == lowest;
            case SPRINT -> at >= lowest - 1;
            case BROKEN_DOWN -> points && at < lowest;
            case SIZE, VALUE -> points;
            case HOURS_ESTIMATE, HOURS_INVESTED, HOURS_REMAINING -> !points;
            case PARENT -> at > 0;
            default -> true;
        };
    }
}
