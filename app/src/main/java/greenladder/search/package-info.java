/**
 * Finding items by key or by words of the title. Read {@link greenladder.search.FindController}
 * first.
 */
@NullMarked
package greenladder.search;

import org.jspecify.annotations.NullMarked;
