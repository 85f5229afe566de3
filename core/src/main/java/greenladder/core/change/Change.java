package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.rank.Rank;
import org.jspecify.annotations.Nullable;

/**
 * One field of one item going from one value to another; the values as {@link Field#textOf} writes
 * them, null for none. An item is made by a change of {@link Field#EXISTS} followed by its fields,
 * and taken away by the inverse, so that any operation turns round by swapping before and after.
 *
 * @param followed whether nobody asked for it: a state that moved by itself with the item's
 *     children
 */
public record Change(
        ItemKey item,
        Field field,
        @Nullable String before,
        @Nullable String after,
        boolean followed) {

    public Change(ItemKey item, Field field, @Nullable String before, @Nullable String after) {
        this(item, field, before, after, false);
    }

    /** An item that goes to another place in the order. */
    static Change ofRank(Item item, Rank rank) {
        return new Change(item.key(), Field.RANK, item.rank().text(), rank.text());
    }
}
