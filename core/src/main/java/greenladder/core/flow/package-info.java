/** What became of items over time, folded from the log of changes. */
@NullMarked
package greenladder.core.flow;

import org.jspecify.annotations.NullMarked;
