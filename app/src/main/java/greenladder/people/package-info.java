/**
 * Who signs in, what each role may do, and personal tokens. Read {@link
 * greenladder.people.SignedIn} first.
 */
@NullMarked
package greenladder.people;

import org.jspecify.annotations.NullMarked;
