/**
 * The tree of all items as one immutable picture. Read {@link greenladder.core.snapshot.Snapshot}
 * first.
 */
@NullMarked
package greenladder.core.snapshot;

import org.jspecify.annotations.NullMarked;
