package greenladder.core.change;

import greenladder.core.item.Attachment;
import greenladder.core.item.Field;
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

    /**
     * Moves items, which keep their order among each other, with all that stands under them. What
     * comes to another place takes the priority band of what stands above it there.
     *
     * @param fields what is set on them besides, as an {@link Edit} would
     */
    record Move(
            List<ItemKey> items, Target.Parent parent, Target target, Map<String, String> fields)
            implements Command {
        public Move {
            items = List.copyOf(items);
            fields = Map.copyOf(fields);
        }

        public Move(List<ItemKey> items, Target.Parent parent, Target target) {
            this(items, parent, target, Map.of());
        }
    }

    /**
     * Puts items into an order among each other, in the places that they hold now. Each stays
     * within its priority band.
     */
    record Order(List<ItemKey> items) implements Command {
        public Order {
            items = List.copyOf(items);
        }
    }

    /**
     * Notes what was decided about an item.
     *
     * @param by the sign-in name of who writes it down
     * @param words nothing is noted where they are blank and the item is talked through
     * @param through whether the item goes off the agenda
     */
    record Settle(ItemKey item, String by, String words, boolean through) implements Command {}

    /** Changes one line of one of an item's lists: checklist, acceptance, definition of done. */
    record EditList(ItemKey item, Field list, ListStep step) implements Command {}

    /**
     * Makes a line of an item's checklist a child of its own, which ticks the line when it is done.
     */
    record Promote(ItemKey item, int at, String line, String level) implements Command {}

    /** Hangs a file on an item. */
    record Attach(ItemKey item, Attachment file) implements Command {}

    /** Takes a file from an item. */
    record Detach(ItemKey item, String file) implements Command {}

    /**
     * Splits an item into parts beside it. The original either stays as one of the parts, with a
     * size of its own, or is dropped.
     *
     * @param originalSize the size it keeps, as entered; null leaves it as it is
     */
    record Split(
            ItemKey item, List<Part> parts, boolean keepOriginal, @Nullable String originalSize)
            implements Command {
        public Split {
            parts = List.copyOf(parts);
        }
    }

    /**
     * A part of an item that is split.
     *
     * @param size as entered; empty for none
     * @param children those of the original that go to the part
     * @param criteria the original's acceptance criteria that go to the part, counted from 0
     */
    record Part(String title, String size, List<ItemKey> children, List<Integer> criteria) {
        public Part {
            children = List.copyOf(children);
            criteria = List.copyOf(criteria);
        }
    }

    /** Makes two items one: what hangs on the one that goes comes to the one that stays. */
    record Merge(ItemKey stays, ItemKey goes) implements Command {}

    /** Puts items under a new parent, which comes where the first of them stood. */
    record Gather(List<ItemKey> items, Map<String, String> parent) implements Command {
        public Gather {
            items = List.copyOf(items);
        }
    }

    /**
     * Puts items on another level. A parent that is not above it any more makes room for the
     * nearest one that is.
     */
    record ChangeLevel(List<ItemKey> items, String level, Misfits misfits) implements Command {
        public ChangeLevel {
            items = List.copyOf(items);
        }

        /** What becomes of children that would not stand below the new level. */
        public enum Misfits {
            REFUSE,
            /** They go beside the item, under its parent. */
            BESIDE,
            /** They go as many levels down as they need, and theirs with them. */
            DOWN
        }
    }

    /** Takes items one step in, under the sibling above them, or out, behind their parent. */
    record Indent(List<ItemKey> items, boolean out) implements Command {
        public Indent {
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
