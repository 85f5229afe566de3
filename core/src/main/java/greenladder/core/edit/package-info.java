/**
 * Commands on items, each with what draws it up. Read {@link greenladder.core.edit.EditItems}
 * first.
 */
@NullMarked
package greenladder.core.edit;

import org.jspecify.annotations.NullMarked;
