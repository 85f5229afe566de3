/**
 * Text that people type or paste, read into items, and items written as text: outlines, and the one
 * line of quick add. Read {@link greenladder.core.text.OutlineReader} first.
 */
@NullMarked
package greenladder.core.text;

import org.jspecify.annotations.NullMarked;
