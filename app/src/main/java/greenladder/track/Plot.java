package greenladder.track;

import greenladder.chart.Axis;
import greenladder.chart.Axis.Tick;
import greenladder.core.value.Amount;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.springframework.web.util.HtmlUtils;

/**
 * The sheet of a chart over days, in pixels, and what such charts have in common: paths, areas,
 * dates below and labels at their end.
 */
public record Plot(int width, int height) {
    /** Across a page. */
    public static final Plot PAGE = new Plot(1200, 250);

    /** Across a page that has something open at its side. */
    public static final Plot BESIDE = new Plot(880, 240);

    /** Two beside each other on a page. */
    public static final Plot HALF = new Plot(590, 230);

    /** Two beside each other, with something open at the side. */
    public static final Plot HALF_BESIDE = new Plot(430, 230);

    /** A tile of a dashboard. */
    public static final Plot TILE = new Plot(560, 200);

    /** A tile across the page. */
    public static final Plot WIDE_TILE = new Plot(1180, 220);

    public static final int LEFT = 46;
    public static final int TOP = 16;
    private static final int LABELS = 88;
    private static final int DATES = 24;
    private static final int DATE = 84;
    private static final int LINE = 14;

    public record Label(int y, String text) {}

    public static Plot page(boolean isBeside) {
        return isBeside ? BESIDE : PAGE;
    }

    public static Plot half(boolean isBeside) {
        return isBeside ? HALF_BESIDE : HALF;
    }

    /** The same sheet with another height. */
    Plot high(int pixels) {
        return new Plot(width, pixels);
    }

    public int right() {
        return width - LABELS;
    }

    public int bottom() {
        return height - DATES;
    }

    public Axis across(int days) {
        return Axis.linear(0, Math.max(1, days - 1.0), LEFT, right());
    }

    public Axis up(double most) {
        return Axis.linear(0, Math.max(1, most), bottom(), TOP);
    }

    public static double number(Amount amount) {
        return amount.toDecimal().doubleValue();
    }

    /** A line over so many days. */
    public static String line(int days, IntToDoubleFunction value, Axis across, Axis up) {
        var path = new StringBuilder();
        for (int i = 0; i < days; i++) {
            path.append(i == 0 ? "M" : " L")
                    .append(across.at(i))
                    .append(' ')
                    .append(up.at(value.applyAsDouble(i)));
        }
        return path.toString();
    }

    /** The area between two lines. */
    public static String area(
            int days, IntToDoubleFunction from, IntToDoubleFunction to, Axis across, Axis up) {
        var path = new StringBuilder(line(days, to, across, up));
        for (int i = days - 1; i >= 0; i--) {
            path.append(" L").append(across.at(i)).append(' ').append(up.at(from.applyAsDouble(i)));
        }
        return path.append(" Z").toString();
    }

    /** A few days written below, as far apart as they need to be. */
    public List<Tick> dates(LocalDate first, int days, Axis across) {
        int most = Math.max(2, (right() - LEFT) / DATE);
        int step = Math.max(1, (days + most - 1) / most);
        var ticks = new ArrayList<Tick>();
        for (int i = 0; i < days; i += step) {
            ticks.add(new Tick(across.at(i), Words.shortDay(first.plusDays(i))));
        }
        return ticks;
    }

    /** Labels that would stand on each other make room, upwards; they come from below. */
    public List<Label> apart(List<Label> labels) {
        var placed = new ArrayList<Label>();
        int above = height;
        for (var label : labels) {
            int y = Math.min(label.y() + 4, above - LINE);
            placed.add(new Label(y, label.text()));
            above = y;
        }
        return placed;
    }

    /**
     * Each day as something to point at, drawn here since a year has many: escaped, ready to be
     * shown.
     */
    public String points(int days, Axis across, PointAt at) {
        int half = Math.max(1, (across.at(1) - across.at(0)) / 2);
        var html = new StringBuilder();
        for (int i = 0; i < days; i++) {
            var words = HtmlUtils.htmlEscape(at.words(i));
            html.append("<a class=\"chart-point\" data-go href=\"")
                    .append(HtmlUtils.htmlEscape(at.url(i)))
                    .append("\" aria-label=\"")
                    .append(words)
                    .append(i == days - 1 ? "\" tabindex=\"0\"" : "\" tabindex=\"-1\"")
                    .append("><rect x=\"")
                    .append(across.at(i) - half)
                    .append("\" width=\"")
                    .append(2 * half)
                    .append("\" y=\"")
                    .append(TOP)
                    .append("\" height=\"")
                    .append(bottom() - TOP)
                    .append("\"></rect><title>")
                    .append(words)
                    .append("</title></a>");
        }
        return html.toString();
    }

    /** Where a day leads, and what it says. */
    public interface PointAt {
        String url(int day);

        String words(int day);
    }
}
