/**
 * Figures that climb the tree: what a node adds and what its children bring. Read {@link
 * greenladder.core.rollup.RollUp} first.
 */
@NullMarked
package greenladder.core.rollup;

import org.jspecify.annotations.NullMarked;
