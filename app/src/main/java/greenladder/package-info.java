/**
 * Green Ladder: the application around {@code greenladder.core}. One package for each stage, and
 * those they stand on.
 */
@NullMarked
package greenladder;

import org.jspecify.annotations.NullMarked;
