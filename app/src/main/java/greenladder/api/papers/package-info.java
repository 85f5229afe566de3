/** Tests, reviews, pages and baselines for programs. */
@NullMarked
package greenladder.api.papers;

import org.jspecify.annotations.NullMarked;
