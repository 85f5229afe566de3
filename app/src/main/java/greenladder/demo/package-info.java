/**
 * The sample workspace of an invented ferry company. Read {@link greenladder.demo.DemoWorkspace}
 * first.
 */
@NullMarked
package greenladder.demo;

import org.jspecify.annotations.NullMarked;
