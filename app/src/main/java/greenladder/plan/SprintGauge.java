package greenladder.plan;

import greenladder.core.level.Category;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.Load;
import greenladder.core.plan.SprintPart;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.plan.Ruler.Span;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.HtmlUtils;

/**
 * One sprint as it is drawn: the fill gauge lying on the ruler. What does not fit spills over the
 * tick of its capacity.
 *
 * @param figures such as "26 of 27"
 * @param over such as "7 over"; empty where all fits, or nothing is known
 * @param note what else is to be known at a glance, such as "4 days left"
 * @param standing {@code planned}, {@code started} or {@code closed}
 * @param tick where its capacity ends; empty where nothing is known
 * @param spill what is over; null where all fits
 * @param committed of a closed one, how long its line is
 * @param label all of it in words
 */
public record SprintGauge(
        String key,
        String name,
        Span span,
        String figures,
        String over,
        String note,
        String standing,
        List<Band> bands,
        String tick,
        @Nullable Span spill,
        String committed,
        String label) {
    /** How far along a trough its capacity reaches. */
    private static final double TICK = 0.86;

    private static final double ROOM_FOR_KEY = 22;

    /**
     * An item in it.
     *
     * @param look {@code done}, {@code under-way}, {@code to-do} or {@code candidate}
     * @param item its key; empty for all that is completed
     * @param key the same where there is room for it; else empty
     */
    public record Band(Span span, String look, String item, String key, String title) {}

    /**
     * The bands as markup. Written here rather than by a template, since a bench has hundreds of
     * them.
     *
     * @param y where they begin, from the top
     * @param keys whether keys of items stand in them where there is room
     */
    public String drawn(int y, int height, boolean keys) {
        var markup = new StringBuilder();
        for (var band : bands) {
            var span = band.span();
            markup.append(
                    "<g data-band=\"%s\"><title>%s</title><rect class=\"band %s\" x=\"%s\" y=\"%d\" width=\"%s\" height=\"%d\"/>"
                            .formatted(
                                    band.item(),
                                    HtmlUtils.htmlEscape(band.title()),
                                    band.look(),
                                    span.at(),
                                    y,
                                    span.wide(),
                                    height));
            if (keys && !band.key().isEmpty()) {
                markup.append(
                        "<text class=\"band-key %s\" x=\"%s\" dx=\"4\" y=\"%d\">%s</text>"
                                .formatted(band.look(), span.at(), y + height - 8, band.key()));
            }
            markup.append("</g>");
        }
        return markup.toString();
    }

    public static SprintGauge of(
            Snapshot snapshot, Sprint sprint, Ruler ruler, Capacities capacities, String note) {
        var capacity = capacities.of(sprint);
        var parts = capacities.parts(sprint);
        var candidates = Load.candidates(snapshot, sprint);
        double load = sum(parts.stream().map(SprintPart::amount));
        double tried = sum(candidates.stream().map(SprintPart::ownPart));
        double room = capacity.points() == null ? 0 : capacity.points().doubleValue();
        double whole = Math.max(1, Math.max(room / TICK, load + tried));
        double weeks = 100.0 / ruler.weeks() / 7;
        double length = (sprint.finish().toEpochDay() - sprint.start().toEpochDay() + 1) * weeks;
        var laying = new Laying(snapshot, whole, length);
        for (var look : List.of("done", "under-way", "to-do")) {
            parts.stream()
                    .filter(part -> look(snapshot, part).equals(look))
                    .forEach(part -> laying.lay(part.item().toString(), part.amount(), look));
        }
        double until = laying.at;
        candidates.forEach(node ->
                laying.lay(node.item().key().toString(), SprintPart.ownPart(node), "candidate"));
        var over = capacity.over(new Amount(Math.round(load * 1000)));
        var figures = figures(load, tried, capacity.points());
        var overWords = over == null ? "" : Words.score(over) + " over";
        return new SprintGauge(
                sprint.key(),
                sprint.name(),
                ruler.span(sprint.start(), sprint.finish()),
                figures,
                overWords,
                note,
                sprint.standing().label(),
                laying.bands,
                room == 0 ? "" : Ruler.percent(100 * room / whole),
                over == null
                        ? null
                        : new Span(
                                Ruler.percent(100 * room / whole),
                                Ruler.percent(until - 100 * room / whole)),
                "",
                label(sprint, figures + " points", overWords, note));
    }

    /** A closed one, as a line with its two figures. */
    static SprintGauge closed(
            Sprint sprint, Ruler ruler, Amount completed, @Nullable Amount committed) {
        double done = completed.toDecimal().doubleValue();
        double planned = committed == null ? done : committed.toDecimal().doubleValue();
        double whole = Math.max(1, Math.max(done, planned));
        var figures =
                committed == null
                        ? Words.of(completed)
                        : "%s of %s".formatted(Words.of(completed), Words.of(committed));
        return new SprintGauge(
                sprint.key(),
                sprint.name(),
                ruler.span(sprint.start(), sprint.finish()),
                figures,
                "",
                "",
                sprint.standing().label(),
                List.of(
                        new Band(
                                new Span("0%", Ruler.percent(100 * done / whole)),
                                "done",
                                "",
                                "",
                                "completed " + Words.of(completed))),
                "",
                null,
                Ruler.percent(100 * planned / whole),
                label(sprint, figures + " points completed", "", "closed"));
    }

    private static String label(Sprint sprint, String figures, String over, String note) {
        return List.of(sprint.name(), figures, over, note).stream()
                .filter(part -> !part.isEmpty())
                .reduce((some, more) -> some + ", " + more)
                .orElse("");
    }

    private static String figures(double load, double tried, @Nullable BigDecimal room) {
        var words = Words.score(BigDecimal.valueOf(load));
        if (tried > 0) {
            words += " + " + Words.score(BigDecimal.valueOf(tried));
        }
        return room == null ? words : words + " of " + Words.score(room);
    }

    private static double sum(Stream<@Nullable Amount> amounts) {
        return amounts.filter(Objects::nonNull)
                .mapToDouble(one -> one.toDecimal().doubleValue())
                .sum();
    }

    private static String look(Snapshot snapshot, SprintPart part) {
        return look(snapshot.requireNode(part.item()));
    }

    public static String look(Node node) {
        return node.rollUp().category() == Category.DONE
                ? "done"
                : node.rollUp().category() == Category.IN_PROGRESS ? "under-way" : "to-do";
    }

    /** Lays bands side by side. */
    private static final class Laying {
        private final Snapshot snapshot;
        private final double whole;
        private final double length;
        private final List<Band> bands = new ArrayList<>();
        private double at;

        Laying(Snapshot snapshot, double whole, double length) {
            this.snapshot = snapshot;
            this.whole = whole;
            this.length = length;
        }

        void lay(String key, @Nullable Amount amount, String look) {
            double points = amount == null ? 0 : amount.toDecimal().doubleValue();
            double wide = 100 * points / whole;
            var title =
                    ItemKey.parse(key)
                            .flatMap(snapshot::findItem)
                            .map(item -> item.title())
                            .orElse("");
            bands.add(
                    new Band(
                            new Span(Ruler.percent(at), Ruler.percent(wide)),
                            look,
                            key,
                            wide * length / 100 * 8.6 >= ROOM_FOR_KEY * 1.9 ? key : "",
                            key + " " + title));
            at += wide;
        }
    }
}
