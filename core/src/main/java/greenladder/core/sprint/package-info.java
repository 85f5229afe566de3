/** Sprints with their plans, notes and the pictures that closed ones leave. */
@NullMarked
package greenladder.core.sprint;

import org.jspecify.annotations.NullMarked;
