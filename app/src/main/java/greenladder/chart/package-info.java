/**
 * What charts have in common: {@link greenladder.chart.Axis} says where values stand and which are
 * written beside it; the templates under {@code chart} draw axes and offer a chart for download.
 */
@NullMarked
package greenladder.chart;

import org.jspecify.annotations.NullMarked;
