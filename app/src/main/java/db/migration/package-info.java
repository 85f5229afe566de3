/** Steps of the schema that SQL alone cannot say; Flyway finds them by their names. */
@NullMarked
package db.migration;

import org.jspecify.annotations.NullMarked;
