/** Do: boards, my work, what is blocked, and how a team works from day to day. */
@NullMarked
package greenladder.work;

import org.jspecify.annotations.NullMarked;
