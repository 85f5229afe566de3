/**
 * The change log, which is the only history: {@link greenladder.log.LogWriter} writes it, {@link
 * greenladder.log.ChangeLog} tells from it, {@link greenladder.log.LogFollower} reads on in it.
 */
@NullMarked
package greenladder.log;

import org.jspecify.annotations.NullMarked;
