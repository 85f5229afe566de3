/**
 * What people type to set products up: levels and states, how they refine. Read {@link
 * greenladder.product.LevelsReader} first.
 */
@NullMarked
package greenladder.product;

import org.jspecify.annotations.NullMarked;
