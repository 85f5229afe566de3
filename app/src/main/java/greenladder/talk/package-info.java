/**
 * What people say to each other about items: comments, who watches what, and notices. Read {@link
 * greenladder.talk.Comments} first.
 */
@NullMarked
package greenladder.talk;

import org.jspecify.annotations.NullMarked;
