/** People with their roles, and what each role may do. */
@NullMarked
package greenladder.core.people;

import org.jspecify.annotations.NullMarked;
