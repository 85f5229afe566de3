/**
 * The stage that plans: the bench, sprints, releases, calendars. Read {@link
 * greenladder.plan.BenchPages} first.
 */
@NullMarked
package greenladder.plan;

import org.jspecify.annotations.NullMarked;
