/**
 * What a request looks at: the snapshot, the product and the reader. Read {@link
 * greenladder.view.ViewContext} first.
 */
@NullMarked
package greenladder.view;

import org.jspecify.annotations.NullMarked;
