/** Releases, and the picture that a closed one leaves. */
@NullMarked
package greenladder.core.release;

import org.jspecify.annotations.NullMarked;
