/** How work flowed, and how much teams complete sprint by sprint. */
@NullMarked
package greenladder.track.flow;

import org.jspecify.annotations.NullMarked;
