/**
 * The gateway through which every change goes, the store behind it, the snapshot in memory, and
 * what shows one item. Read {@link greenladder.item.CommandGateway} first.
 */
@NullMarked
package greenladder.item;

import org.jspecify.annotations.NullMarked;
