/** Dashboards and their tiles. */
@NullMarked
package greenladder.track.dashboard;

import org.jspecify.annotations.NullMarked;
