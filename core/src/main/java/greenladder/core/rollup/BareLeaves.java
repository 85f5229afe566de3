package greenladder.core.rollup;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.workspace.Workspace;
import org.jspecify.annotations.Nullable;

/**
 * Items with nothing under them and nothing of their own that adds up, as most tasks are: those of
 * one category have the same figures, so that they share one roll-up.
 */
final class BareLeaves {
    /** Filled as they are asked for; any of two that come about at once will do. */
    private static final @Nullable RollUp[] KNOWN = new RollUp[4 * Category.values().length];

    private BareLeaves() {}

    static boolean contains(Item item) {
        var hours = item.hours();
        return item.size() == null
                && item.value() == null
                && item.start() == null
                && item.finish() == null
                && item.sprint() == null
                && item.release() == null
                && hours.estimate() == null
                && hours.invested() == null
                && hours.remaining() == null
                && item.details().custom().isEmpty();
    }

    static RollUp rollUp(Item item, Workspace workspace) {
        int index = 4 * item.category().ordinal();
        index += item.level().carriesPoints() ? 2 : 0;
        index += item.blocked() != null ? 1 : 0;
        var known = KNOWN[index];
        if (known == null) {
            known = new RollUpSum().under(item, workspace);
            KNOWN[index] = known;
        }
        return known;
    }
}
