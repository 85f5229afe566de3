/** What changed, in words for people. */
@NullMarked
package greenladder.words;

import org.jspecify.annotations.NullMarked;
