/** Tables of the work of a product in groups: finished, open, mended, or all of it. */
@NullMarked
package greenladder.track.tables;

import org.jspecify.annotations.NullMarked;
