package greenladder.core.change;

import greenladder.core.item.ItemKey;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What somebody wants done to items. A command on several is done whole or not at all. Fields come
 * by the names of {@link greenladder.core.item.Field#label} and with the text as it was entered;
 * {@link Decisions} reads and checks them.
 */
public sealed interface Command {

    /** Makes items, in the order given. */
    record Create(String product, List<NewItem> entries) implements Command {
        public Create {
            entries = List.copyOf(entries);
        }
    }

    /**
     * An item to be made.
     *
     * @param ref a name by which later entries of the same command can call it their parent
     * @param parentRef the {@code ref} of an earlier entry
     */
    record NewItem(
            @Nullable String ref,
            @Nullable String parentRef,
            Map<String, String> fields,
            Target target) {
        public static NewItem of(Map<String, String> fields) {
            return new NewItem(null, null, fields, new Target.Stay());
        }
    }

    /** Sets the same fields on all items given; an empty text empties a field. */
    record Edit(List<ItemKey> items, Map<String, String> fields) implements Command {
        public Edit {
            items = List.copyOf(items);
        }
    }

    /** Moves items, which keep their order among each other, with all that stands under them. */
    record Move(List<ItemKey> items, Target.Parent parent, Target target) implements Command {
        public Move {
            items = List.copyOf(items);
        }
    }

    /** Takes items away for good. */
    record Delete(List<ItemKey> items, Children children) implements Command {
        public Delete {
            items = List.copyOf(items);
        }

        /** What becomes of the children of a deleted item. */
        public enum Children {
            /** An item with children is not deleted. */
            REFUSE,
            DELETE,
            /** They go to the deleted item's parent. */
            UP
        }
    }

    /**
     * Gives the items around one whose rank has grown long short ranks again, in the same order.
     */
    record ShortenRanks(ItemKey around) implements Command {}

    /**
     * Takes an operation back: all its changes, or none where one of its fields was changed again
     * since. A reversal is an operation like any other, so that reversing it does the first one
     * anew.
     *
     * @param operation its number in the log
     * @param changes what it changed, in the order in which it did
     * @param shortenings the rank changes of each {@link ShortenRanks} since, the oldest first:
     *     they rewrite ranks without moving anything, and the ranks to go back to with them
     * @param placesAsLeft items that nobody has moved since, or only to and fro: their ranks may be
     *     others than the operation gave, though they stand where it put them
     */
    record Reverse(
            long operation,
            List<Change> changes,
            List<List<Change>> shortenings,
            Set<ItemKey> placesAsLeft)
            implements Command {
        public Reverse {
            changes = List.copyOf(changes);
            shortenings = List.copyOf(shortenings);
            placesAsLeft = Set.copyOf(placesAsLeft);
        }
    }
}
