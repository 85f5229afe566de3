/** Teams with their calendars, boards and rules of work. */
@NullMarked
package greenladder.core.team;

import org.jspecify.annotations.NullMarked;
