/** Sprints, releases, boards, calendars and the map for programs. */
@NullMarked
package greenladder.api.plans;

import org.jspecify.annotations.NullMarked;
