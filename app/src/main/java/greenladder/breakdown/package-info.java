/**
 * The stage in which goals are broken down: the Ladder view. Read {@link
 * greenladder.breakdown.LadderController} first.
 */
@NullMarked
package greenladder.breakdown;

import org.jspecify.annotations.NullMarked;
