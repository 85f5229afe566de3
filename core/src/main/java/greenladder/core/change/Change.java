package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One field of one item going from one value to another; the values as {@link Field#valueOf} gives
 * them, null for none. An item is made by a change of {@link Field#EXISTS} followed by its fields,
 * and taken away by the inverse, so that any operation turns round by swapping before and after.
 *
 * @param followed whether nobody asked for it: a state that moved by itself with the item's
 *     children
 */
public record Change(
        ItemKey item,
        Field field,
        @Nullable Object before,
        @Nullable Object after,
        boolean followed) {
    public Change {
        before = field.fit(before);
        after = field.fit(after);
    }

    public Change(ItemKey item, Field field, @Nullable Object before, @Nullable Object after) {
        this(item, field, before, after, false);
    }

    /** A field of an item that goes from what it is to another value. */
    public static Change of(Item item, Field field, @Nullable Object after) {
        return new Change(item.key(), field, field.valueOf(item), after);
    }

    /** The same, of texts as the log has them. */
    public static Change read(
            ItemKey item,
            Field field,
            @Nullable String before,
            @Nullable String after,
            boolean followed) {
        return new Change(item, field, field.read(before), field.read(after), followed);
    }

    /** Whether anything is other than before. */
    public boolean differs() {
        return !Objects.equals(before, after);
    }

    /** The value before, of a type that is known to be the field's. */
    public <T> Optional<T> before(Class<T> type) {
        return Optional.ofNullable(type.cast(before));
    }

    /** The value after, of a type that is known to be the field's. */
    public <T> Optional<T> after(Class<T> type) {
        return Optional.ofNullable(type.cast(after));
    }

    /** The value before as the log has it. */
    public @Nullable String textBefore() {
        return field.write(before);
    }

    /** The value after as the log has it. */
    public @Nullable String textAfter() {
        return field.write(after);
    }
}
