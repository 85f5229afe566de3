/**
 * The stage that follows work from goals down to tasks and back up. Read {@link
 * greenladder.trace.ThreadsController} first.
 */
@NullMarked
package greenladder.trace;

import org.jspecify.annotations.NullMarked;
