package greenladder.track.flow;

import greenladder.chart.Axis;
import greenladder.core.flow.Flow;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.track.Plot;
import greenladder.track.TrackTable;
import greenladder.track.TrackTable.Cell;
import greenladder.track.flow.FlowPage.Cycles;
import greenladder.track.flow.FlowPage.Line;
import greenladder.web.Words;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.HtmlUtils;

/** Draws how long things took, as dots over the days on which they were finished. */
final class CycleDots {
    private static final int MOST_ROWS = 200;
    private static final int MOST_DOTS = 400;
    private static final int GRAIN = 6;
    private static final double HALF = 0.5;
    private static final double MOST_OF_WORK = 0.85;

    private CycleDots() {}

    /** Null where nothing was finished. */
    static @Nullable Cycles of(Snapshot snapshot, Flow flow, Plot plot) {
        var finished =
                flow.passages().stream()
                        .filter(one -> one.finished() != null && one.cycleDays() != null)
                        .sorted(
                                Comparator.comparing((Flow.Passage one) ->
                                                Objects.requireNonNull(one.finished()))
                                        .reversed())
                        .toList();
        if (finished.isEmpty() || flow.days().size() < 2) {
            return null;
        }
        var first = flow.days().getFirst().date();
        double most = Math.max(1, Collections.max(flow.cycle().sorted()));
        var across = Axis.linear(0, flow.days().size(), Plot.LEFT, plot.right());
        var up = Axis.linear(0, most, plot.bottom(), Plot.TOP);
        return new Cycles(
                plot.width(),
                plot.height(),
                plot.bottom(),
                plot.right(),
                plot.dates(first, flow.days().size(), across),
                up.ticks(Words::score),
                dots(snapshot, finished, first, across, up),
                lines(flow, up, plot),
                new TrackTable(
                        "cycle-times",
                        "What was finished, the latest first",
                        TrackTable.heads(
                                "Item", "Finished", ":From start", ":From creation", "Reopened"),
                        finished.stream().limit(MOST_ROWS).map(one -> row(snapshot, one)).toList()),
                finished.size() > MOST_ROWS
                        ? "The latest %d of %,d.".formatted(MOST_ROWS, finished.size())
                        : "");
    }

    /** Those that would lie on each other are one dot, which names the latest of them. */
    private static String dots(
            Snapshot snapshot, List<Flow.Passage> finished, LocalDate first, Axis across, Axis up) {
        int grain = finished.size() > MOST_DOTS ? GRAIN : 1;
        var places = new LinkedHashMap<Long, List<Flow.Passage>>();
        for (var one : finished) {
            long x = across.at(place(snapshot, one, first)) / grain;
            long y = up.at(Objects.requireNonNull(one.cycleDays())) / grain;
            places.computeIfAbsent((x << Integer.SIZE) + y, any -> new ArrayList<>()).add(one);
        }
        var html = new StringBuilder();
        for (var those : places.values()) {
            var one = those.getFirst();
            var words =
                    "%s, %s: %s%s"
                            .formatted(
                                    one.item(),
                                    title(snapshot, one.item()),
                                    Words.days(Objects.requireNonNull(one.cycleDays())),
                                    those.size() == 1
                                            ? ""
                                            : ", and %d more like it".formatted(those.size() - 1));
            draw(
                    html,
                    one.item(),
                    across.at(place(snapshot, one, first)),
                    up.at(Objects.requireNonNull(one.cycleDays())),
                    HtmlUtils.htmlEscape(words));
        }
        return html.toString();
    }

    /**
     * @param words escaped
     */
    private static void draw(StringBuilder html, ItemKey key, int x, int y, String words) {
        // The arrows walk from the first to the others.
        html.append(html.isEmpty() ? "<a tabindex=\"0\"" : "<a tabindex=\"-1\"")
                .append(" class=\"cycle-dot\" href=\"/items/")
                .append(key)
                .append("\" data-key=\"")
                .append(key)
                .append("\" aria-label=\"")
                .append(words)
                .append("\"><circle r=\"4\" cx=\"")
                .append(x)
                .append("\" cy=\"")
                .append(y)
                .append("\"><title>")
                .append(words)
                .append("</title></circle></a>");
    }

    private static double place(Snapshot snapshot, Flow.Passage one, LocalDate first) {
        return snapshot.workspace().dayOf(Objects.requireNonNull(one.finished())).toEpochDay()
                - first.toEpochDay()
                + HALF;
    }

    private static List<Line> lines(Flow flow, Axis up, Plot plot) {
        var labels = List.of(label(flow, HALF, "half", up), label(flow, MOST_OF_WORK, "85 %", up));
        var apart = plot.apart(labels);
        var lines = new ArrayList<Line>();
        for (int i = 0; i < labels.size(); i++) {
            lines.add(new Line(labels.get(i).y(), apart.get(i).y(), apart.get(i).text()));
        }
        return lines;
    }

    private static Plot.Label label(Flow flow, double share, String words, Axis up) {
        double days = flow.cycle().percentile(share).orElse(0.0);
        return new Plot.Label(up.at(days), "%s: %s".formatted(words, Words.days(days)));
    }

    private static TrackTable.Line row(Snapshot snapshot, Flow.Passage one) {
        return TrackTable.line(
                Cell.item(one.item().toString(), title(snapshot, one.item())),
                Cell.text(
                        Words.day(
                                snapshot.workspace()
                                        .dayOf(Objects.requireNonNull(one.finished())))),
                Cell.figure(Words.days(Objects.requireNonNull(one.cycleDays()))),
                Cell.figure(one.leadDays() == null ? "" : Words.days(one.leadDays())),
                Cell.text(one.reopened() == 0 ? "" : Words.count(one.reopened(), "time")));
    }

    private static String title(Snapshot snapshot, ItemKey key) {
        return snapshot.findItem(key).map(item -> item.title()).orElse("");
    }
}
