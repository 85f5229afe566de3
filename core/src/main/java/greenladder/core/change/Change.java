package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import org.jspecify.annotations.Nullable;

/**
 * One field of one item going from one value to another; the values as {@link Field#textOf} writes
 * them, null for none. An item is made by a change of {@link Field#EXISTS} to "yes" followed by its
 * fields, and taken away by the inverse, so that any operation turns round by swapping before and
 * after.
 */
public record Change(ItemKey item, Field field, @Nullable String before, @Nullable String after) {}
