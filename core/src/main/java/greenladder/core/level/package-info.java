/** The rungs of a ladder and the states of work: {@link greenladder.core.level.Levels} first. */
@NullMarked
package greenladder.core.level;

import org.jspecify.annotations.NullMarked;
