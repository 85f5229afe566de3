/** Products with their set-up: templates, and how they refine. */
@NullMarked
package greenladder.core.product;

import org.jspecify.annotations.NullMarked;
