/**
 * What people and programs plan with alike: making sprints, keeping calendars, releases, and the
 * figures of a sprint. Read {@link greenladder.planning.Planning} first.
 */
@NullMarked
package greenladder.planning;

import org.jspecify.annotations.NullMarked;
