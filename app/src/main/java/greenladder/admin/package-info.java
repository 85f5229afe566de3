/**
 * The pages of those who look after people, teams, levels and states, and everybody's own settings.
 * Read {@link greenladder.admin.PeopleController} first.
 */
@NullMarked
package greenladder.admin;

import org.jspecify.annotations.NullMarked;
