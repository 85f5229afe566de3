/**
 * The tree of all items as one immutable picture. Read {@link greenladder.core.ladder.Ladder}
 * first.
 */
@NullMarked
package greenladder.core.ladder;

import org.jspecify.annotations.NullMarked;
