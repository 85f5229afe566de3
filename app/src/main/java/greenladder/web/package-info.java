/**
 * What every page shares and that knows no feature: failures, figures in words, stems. Read {@link
 * greenladder.web.Failure} first.
 */
@NullMarked
package greenladder.web;

import org.jspecify.annotations.NullMarked;
