/** Products, people and how both are set up, for programs. */
@NullMarked
package greenladder.api.setup;

import org.jspecify.annotations.NullMarked;
