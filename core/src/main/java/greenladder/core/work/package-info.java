/** The work from day to day: boards, hand-overs, hours, acceptance. */
@NullMarked
package greenladder.core.work;

import org.jspecify.annotations.NullMarked;
