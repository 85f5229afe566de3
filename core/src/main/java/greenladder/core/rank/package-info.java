/**
 * The one order of the workspace: sortable keys and the sorted places of items. Read {@link
 * greenladder.core.rank.Rank} first.
 */
@NullMarked
package greenladder.core.rank;

import org.jspecify.annotations.NullMarked;
