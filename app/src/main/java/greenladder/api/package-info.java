/** The interface for programs. Read {@link greenladder.api.ItemsApi} first. */
@NullMarked
package greenladder.api;

import org.jspecify.annotations.NullMarked;
