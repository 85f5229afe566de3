package greenladder.core.filter;

import greenladder.core.snapshot.Node;
import greenladder.core.value.Days;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Days as the values of a facet: how far they are from today, in a few spans, which stay true in a
 * view that is kept. Beside those that are counted, any stretch of days can be asked for, see
 * {@link Stretch}.
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
                now,
                node -> {
                    var its = day.apply(node);
                    return its == null ? null : its.toEpochDay();
                });
    }

    /** A facet of moments, by their days in universal time. */
    Facet ofMoments(String id, String label, LocalDate today, Function<Node, Instant> moment) {
        long now = today.toEpochDay();
        return facet(
                id,
                label,
                now,
                node -> Math.floorDiv(moment.apply(node).getEpochSecond(), SECONDS_OF_A_DAY));
    }

    /**
     * @param day days since 1970; null for none
     */
    private Facet facet(String id, String label, long now, Function<Node, @Nullable Long> day) {
        Facet.Values values =
                (node, each) -> {
                    var its = day.apply(node);
                    each.accept(its == null ? Facet.NONE : idOf(its - now));
                };
        return new Facet(
                id,
                label,
                values,
                this::words,
                Comparator.comparing(this::place),
                Set::of,
                asked -> {
                    var stretches =
                            asked.stream().flatMap(text -> Stretch.parse(text).stream()).toList();
                    var listed = Set.copyOf(asked);
                    return node -> {
                        var its = day.apply(node);
                        return its == null
                                ? listed.contains(Facet.NONE)
                                : listed.contains(idOf(its - now))
                                        || stretches.stream().anyMatch(one -> one.has(its, now));
                    };
                },
                value ->
                        value.isEmpty()
                                || Stretch.parse(value).isPresent()
                                || spans.stream().anyMatch(span -> span.id.equals(value)),
                false);
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
        if (place < spans.size()) {
            return spans.get(place).words;
        }
        return id.isEmpty() ? "none" : Stretch.parse(id).map(Stretch::words).orElse(id);
    }

    /** From 0; what is no span comes last. */
    private int place(String id) {
        int place = 0;
        while (place < spans.size() && !spans.get(place).id.equals(id)) {
            place++;
        }
        return place;
    }

    /**
     * Days from one to another, both included: {@code 2026-11-30..} for since, {@code ..2026-12-24}
     * for until; counted from today {@code -13d..0d} for the last 14 days.
     *
     * @param from null for no beginning
     * @param to null for no end
     */
    record Stretch(@Nullable End from, @Nullable End to) {
        private static final Pattern TEXT =
                Pattern.compile(
                        "(\\d{4}-\\d\\d-\\d\\d|-?\\d{1,4}d)?\\.\\.(\\d{4}-\\d\\d-\\d\\d|-?\\d{1,4}d)?");
        private static final DateTimeFormatter DAY =
                DateTimeFormatter.ofPattern("d MMM uuuu", Locale.UK);

        /**
         * A day, or so many days after today.
         *
         * @param day null where it is counted from today
         */
        record End(@Nullable LocalDate day, int after) {
            static @Nullable End parse(@Nullable String text) {
                if (text == null) {
                    return null;
                }
                return text.endsWith("d")
                        ? new End(null, Integer.parseInt(text.substring(0, text.length() - 1)))
                        : Days.parse(text).map(day -> new End(day, 0)).orElse(null);
            }

            long at(long now) {
                return day == null ? now + after : day.toEpochDay();
            }

            boolean isToday() {
                return day == null && after == 0;
            }

            String words() {
                if (day != null) {
                    return DAY.format(day);
                }
                return after == 0
                        ? "today"
                        : after < 0 ? -after + " days ago" : "in " + after + " days";
            }
        }

        static Optional<Stretch> parse(String text) {
            var parts = TEXT.matcher(text);
            if (!parts.matches()) {
                return Optional.empty();
            }
            var from = End.parse(parts.group(1));
            var to = End.parse(parts.group(2));
            boolean isWhole =
                    (from == null) == (parts.group(1) == null)
                            && (to == null) == (parts.group(2) == null);
            return isWhole && (from != null || to != null)
                    ? Optional.of(new Stretch(from, to))
                    : Optional.empty();
        }

        boolean has(long day, long now) {
            return (from == null || day >= from.at(now)) && (to == null || day <= to.at(now));
        }

        String words() {
            if (from == null) {
                return "until " + Objects.requireNonNull(to).words();
            }
            if (to == null) {
                return "since " + from.words();
            }
            if (from.isToday() && to.day == null && to.after > 0) {
                return "within %d days".formatted(to.after);
            }
            if (to.isToday() && from.day == null && from.after < 0) {
                return "in the last %d days".formatted(1 - from.after);
            }
            return from.equals(to) ? from.words() : from.words() + " to " + to.words();
        }
    }
}
