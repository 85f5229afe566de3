/**
 * Finding items by key, by words of the title, and by all words that stand in them. Read {@link
 * greenladder.search.FullText} first.
 */
@NullMarked
package greenladder.search;

import org.jspecify.annotations.NullMarked;
