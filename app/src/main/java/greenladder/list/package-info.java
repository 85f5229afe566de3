/**
 * What all lists of items share: the filter line with its saved views, and tables with columns to
 * choose. Read {@link greenladder.list.ListState} first.
 */
@NullMarked
package greenladder.list;

import org.jspecify.annotations.NullMarked;
