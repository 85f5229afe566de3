/** What is written beside the items: pages, tests, rounds, reviews and baselines. */
@NullMarked
package greenladder.core.papers;

import org.jspecify.annotations.NullMarked;
