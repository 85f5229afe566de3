/** Values that everything else is made of: amounts, keys, days, texts of facts. */
@NullMarked
package greenladder.core.value;

import org.jspecify.annotations.NullMarked;
