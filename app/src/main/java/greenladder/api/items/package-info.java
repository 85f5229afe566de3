/**
 * Items for programs: reading, writing, links, files, comments. Read {@link
 * greenladder.api.items.ItemsApi} first.
 */
@NullMarked
package greenladder.api.items;

import org.jspecify.annotations.NullMarked;
