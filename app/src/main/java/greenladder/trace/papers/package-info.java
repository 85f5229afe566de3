/** Pages, tests, reviews and baselines on the screen. */
@NullMarked
package greenladder.trace.papers;

import org.jspecify.annotations.NullMarked;
