/**
 * What shows one item and lets people change it: panel, forms in place, menu, comments, history.
 * Read {@link greenladder.panel.ItemPanels} first.
 */
@NullMarked
package greenladder.panel;

import org.jspecify.annotations.NullMarked;
