/**
 * The page around every view: stage bar, product choice, person, errors. Read {@link
 * greenladder.frame.Frame} first.
 */
@NullMarked
package greenladder.frame;

import org.jspecify.annotations.NullMarked;
