/**
 * Products with their levels, kinds and states, teams, sprints and releases, as they are kept. Read
 * {@link greenladder.product.Products} first.
 */
@NullMarked
package greenladder.product;

import org.jspecify.annotations.NullMarked;
