/**
 * Commands, and what they change. Everything that alters items passes through {@link
 * greenladder.core.change.Decisions#decide}.
 */
@NullMarked
package greenladder.core.change;

import org.jspecify.annotations.NullMarked;
