/** Sprint arithmetic. Read {@link greenladder.core.plan.Velocity} first. */
@NullMarked
package greenladder.core.plan;

import org.jspecify.annotations.NullMarked;
