/**
 * A team's sprints and its backlog as lists side by side. Read {@link
 * greenladder.plan.backlog.BacklogPages} first.
 */
@NullMarked
package greenladder.plan.backlog;

import org.jspecify.annotations.NullMarked;
