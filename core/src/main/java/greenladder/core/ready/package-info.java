/**
 * How ready an item is to be taken into a sprint. Read {@link greenladder.core.ready.Readiness}
 * first.
 */
@NullMarked
package greenladder.core.ready;

import org.jspecify.annotations.NullMarked;
