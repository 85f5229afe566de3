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

/** What charts over days have in common: paths, areas, dates below and labels at their end. */
final class Plots {
    static final int WIDTH = 720;
    static final int HEIGHT = 240;
    static final int LEFT = 46;
    static final int RIGHT = WIDTH - 70;
    static final int TOP = 16;
    static final int BOTTOM = HEIGHT - 24;

    private static final int MOST_DATES = 7;
    private static final int LINE = 14;

    private Plots() {}

    record Label(int y, String text) {}

    static Axis across(int days) {
        return Axis.linear(0, Math.max(1, days - 1.0), LEFT, RIGHT);
    }

    static Axis up(double most) {
        return Axis.linear(0, Math.max(1, most), BOTTOM, TOP);
    }

    static double number(Amount amount) {
        return amount.toDecimal().doubleValue();
    }

    /** A line over so many days. */
    static String line(int days, IntToDoubleFunction value, Axis across, Axis up) {
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
    static String area(
            int days, IntToDoubleFunction from, IntToDoubleFunction to, Axis across, Axis up) {
        var path = new StringBuilder(line(days, to, across, up));
        for (int i = days - 1; i >= 0; i--) {
            path.append(" L").append(across.at(i)).append(' ').append(up.at(from.applyAsDouble(i)));
        }
        return path.append(" Z").toString();
    }

    /** A few days written below, as far apart as they need to be. */
    static List<Tick> dates(LocalDate first, int days, Axis across) {
        int step = Math.max(1, (days + MOST_DATES - 1) / MOST_DATES);
        var ticks = new ArrayList<Tick>();
        for (int i = 0; i < days; i += step) {
            ticks.add(new Tick(across.at(i), shortDay(first.plusDays(i))));
        }
        return ticks;
    }

    static String shortDay(LocalDate day) {
        return Words.day(day).replaceAll(" \\d{4}$", "");
    }

    /** Labels that would stand on each other make room, upwards; they come from below. */
    static List<Label> apart(List<Label> labels) {
        var placed = new ArrayList<Label>();
        int above = HEIGHT;
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
    static String points(int days, Axis across, PointAt at) {
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
                    .append(BOTTOM - TOP)
                    .append("\"></rect><title>")
                    .append(words)
                    .append("</title></a>");
        }
        return html.toString();
    }

    /** Where a day leads, and what it says. */
    interface PointAt {
        String url(int day);

        String words(int day);
    }
}
