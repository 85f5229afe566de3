/** What became of items over time, kept up with the log. */
@NullMarked
package greenladder.flow;

import org.jspecify.annotations.NullMarked;
