/**
 * Sizing together: what several people's picks come to. Read {@link greenladder.core.sizing.Picks}
 * first.
 */
@NullMarked
package greenladder.core.sizing;

import org.jspecify.annotations.NullMarked;
