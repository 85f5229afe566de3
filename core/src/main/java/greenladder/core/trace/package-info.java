/**
 * Ways through the tree: from any item up to its goal and down to its tasks. Read {@link
 * greenladder.core.trace.ItemThread} first.
 */
@NullMarked
package greenladder.core.trace;

import org.jspecify.annotations.NullMarked;
