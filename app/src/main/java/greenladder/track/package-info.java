/** Track: how far work is, how it flows, what it was spent on. */
@NullMarked
package greenladder.track;

import org.jspecify.annotations.NullMarked;
