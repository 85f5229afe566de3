/**
 * Sets products and teams up, through the gateway. Read {@link greenladder.setup.ProductSetup}
 * first.
 */
@NullMarked
package greenladder.setup;

import org.jspecify.annotations.NullMarked;
