/**
 * Refining the backlog: one order with bands and scores, the agenda, sizing together, and queues of
 * teams. Read {@link greenladder.refine.RankPages} first.
 */
@NullMarked
package greenladder.refine;

import org.jspecify.annotations.NullMarked;
