package greenladder.core.filter;

import greenladder.core.snapshot.Node;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Days as the values of a facet: how far they are from today, in a few spans, which stay true in a
 * view that is kept.
 */
enum DaySpans {
    /** For days that are planned; the nearest first. */
    AHEAD(
            List.of(
                    new Span("past", "passed", Long.MIN_VALUE, -1),
                    new Span("week", "within 7 days", 0, 7),
                    new Span("month", "in 8 to 30 days", 8, 30),
                    new Span("quarter", "in 31 to 91 days", 31, 91),
                    new Span("later", "later", 92, Long.MAX_VALUE))),
    /** For days on which something happened; the nearest first. */
    AGO(
            List.of(
                    new Span("week", "in the last 7 days", -7, Long.MAX_VALUE),
                    new Span("month", "8 to 30 days ago", -30, -8),
                    new Span("quarter", "31 to 91 days ago", -91, -31),
                    new Span("year", "92 to 365 days ago", -365, -92),
                    new Span("older", "longer ago", Long.MIN_VALUE, -366)));

    private static final long SECONDS_OF_A_DAY = 86_400;

    private final List<Span> spans;

    DaySpans(List<Span> spans) {
        this.spans = spans;
    }

    /** From so many days after today to so many, both included. */
    private record Span(String id, String words, long from, long to) {
        boolean has(long days) {
            return from <= days && days <= to;
        }
    }

    /** A facet of days; its value is none where there is no day. */
    Facet ofDays(
            String id, String label, LocalDate today, Function<Node, @Nullable LocalDate> day) {
        long now = today.toEpochDay();
        return facet(
                id,
                label,
                (node, values) -> {
                    var its = day.apply(node);
                    values.accept(its == null ? Facet.NONE : idOf(its.toEpochDay() - now));
                });
    }

    /** A facet of moments, by their days in universal time. */
    Facet ofMoments(String id, String label, LocalDate today, Function<Node, Instant> moment) {
        long now = today.toEpochDay();
        return facet(
                id,
                label,
                (node, values) -> {
                    long seconds = moment.apply(node).getEpochSecond();
                    values.accept(idOf(Math.floorDiv(seconds, SECONDS_OF_A_DAY) - now));
                });
    }

    private Facet facet(String id, String label, Facet.Values values) {
        return new Facet(id, label, values, this::words, Comparator.comparing(this::place), Set::of)
                .knowing(value ->
                        value.isEmpty() || spans.stream().anyMatch(span -> span.id.equals(value)));
    }

    private String idOf(long days) {
        for (var span : spans) {
            if (span.has(days)) {
                return span.id;
            }
        }
        throw new IllegalStateException(this + " has no span for " + days);
    }

    private String words(String id) {
        int place = place(id);
        return place < spans.size() ? spans.get(place).words : id.isEmpty() ? "none" : id;
    }

    /** From 0; what is no span comes last. */
    private int place(String id) {
        int place = 0;
        while (place < spans.size() && !spans.get(place).id.equals(id)) {
            place++;
        }
        return place;
    }
}
