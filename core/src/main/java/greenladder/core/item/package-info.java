/**
 * What an item is: its facts, its level, kind and state, and how each field reads as text. Read
 * {@link greenladder.core.item.Item} first.
 */
@NullMarked
package greenladder.core.item;

import org.jspecify.annotations.NullMarked;
