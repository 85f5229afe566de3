/** Commands that set a workspace up: its products and its people. */
@NullMarked
package greenladder.core.setup;

import org.jspecify.annotations.NullMarked;
