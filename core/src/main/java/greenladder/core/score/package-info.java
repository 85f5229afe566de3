/**
 * Scores that a product's formula makes of what was given for its factors. Read {@link
 * greenladder.core.score.Formula} first.
 */
@NullMarked
package greenladder.core.score;

import org.jspecify.annotations.NullMarked;
