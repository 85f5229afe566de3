/** Tells open pages what changed, as it changes. Read {@link greenladder.live.Streams} first. */
@NullMarked
package greenladder.live;

import org.jspecify.annotations.NullMarked;
