/** Figures over items for programs: flow, spending, goals, gaps, history. */
@NullMarked
package greenladder.api.figures;

import org.jspecify.annotations.NullMarked;
