/**
 * The gateway that every change goes through, the snapshot that it moves on, the rows and the
 * replay of the log. Read {@link greenladder.store.CommandGateway} first.
 */
@NullMarked
package greenladder.store;

import org.jspecify.annotations.NullMarked;
