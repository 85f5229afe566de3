/** The story map. Read {@link greenladder.plan.map.MapPages} first. */
@NullMarked
package greenladder.plan.map;

import org.jspecify.annotations.NullMarked;
