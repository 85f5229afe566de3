/**
 * Narrowing lists down, counting, sorting and grouping them, over the snapshot. Read {@link
 * greenladder.core.filter.Filter} first.
 */
@NullMarked
package greenladder.core.filter;

import org.jspecify.annotations.NullMarked;
