package greenladder.core.filter;

import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.List;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Amounts as the values of a facet, in spans, so that there are few enough to pick from. A span is
 * written {@code 8..13}: 8 and more, but less than 13; either end may be left out, and {@code 8}
 * alone is exactly that. Any span can be asked for, not only those that are counted.
 */
final class AmountSpans {
    private static final Amount LEAST = new Amount(Long.MIN_VALUE);
    private static final Amount MOST = new Amount(Long.MAX_VALUE);

    /** Where spans begin unless a scale says it: 0.1, 0.2, 0.5, 1, 2, 5 and so on. */
    private static final List<Amount> EVEN_STARTS =
            Stream.iterate(100L, unit -> unit <= 1_000_000_000L, unit -> unit * 10)
                    .flatMap(unit -> Stream.of(unit, 2 * unit, 5 * unit))
                    .map(Amount::new)
                    .toList();

    /** For amounts without a scale. */
    static final AmountSpans EVENLY = new AmountSpans(new TreeMap<>());

    /** The spans by where they begin; they leave no gap. */
    private final NavigableMap<Amount, Span> spans = new TreeMap<>();

    private final SortedMap<Amount, String> labels;

    /** From an amount, included, to another, not included. */
    private record Span(Amount from, Amount below, String text) {
        private static final int LONGEST = 60;
        private static final Pattern TEXT =
                Pattern.compile("(-?\\d+(?:\\.\\d+)?)?(\\.\\.)?(-?\\d+(?:\\.\\d+)?)?");

        static Span of(Amount from, Amount below) {
            return new Span(
                    from,
                    below,
                    (from.equals(LEAST) ? "" : from) + ".." + (below.equals(MOST) ? "" : below));
        }

        static Optional<Span> parse(String text) {
            var parts = TEXT.matcher(text);
            if (text.isEmpty() || text.length() > LONGEST || !parts.matches()) {
                return Optional.empty();
            }
            var from = end(parts.group(1), LEAST);
            var below =
                    parts.group(2) == null
                            ? from.map(exact -> new Amount(exact.thousandths() + 1))
                            : end(parts.group(3), MOST);
            return from.flatMap(one -> below.map(other -> new Span(one, other, text)));
        }

        private static Optional<Amount> end(@Nullable String text, Amount otherwise) {
            return text == null ? Optional.of(otherwise) : Amount.parse(text);
        }

        boolean has(Amount amount) {
            return amount.compareTo(from) >= 0 && amount.compareTo(below) < 0;
        }

        String words() {
            if (!text.contains("..")) {
                return text;
            }
            // A thousandth beyond a number is how "more than" and "up to and with" are written.
            boolean isMore = isJustBeyond(from);
            boolean isUpTo = isJustBeyond(below);
            var low = isMore ? before(from) : from;
            var high = isUpTo ? before(below) : below;
            if (from.equals(LEAST)) {
                return (isUpTo ? "at most " : "under ") + high;
            }
            if (below.equals(MOST)) {
                return isMore ? "more than " + low : low + " and more";
            }
            return (isMore ? "more than " : "") + low + (isUpTo ? " to " : " to under ") + high;
        }

        private static boolean isJustBeyond(Amount amount) {
            return amount.thousandths() % 100 == 1;
        }

        private static Amount before(Amount amount) {
            return new Amount(amount.thousandths() - 1);
        }
    }

    /**
     * @param labels the steps of a scale, at which spans begin, with their labels; empty for none
     */
    AmountSpans(SortedMap<Amount, String> labels) {
        this.labels = labels;
        var starts = new TreeMap<>(labels);
        EVEN_STARTS.stream()
                .filter(start -> labels.isEmpty() || start.compareTo(labels.lastKey()) > 0)
                .forEach(start -> starts.put(start, ""));
        starts.put(Amount.ZERO, "");
        starts.put(LEAST, "");
        for (var start : starts.keySet()) {
            var next = starts.higherKey(start);
            spans.put(start, Span.of(start, next == null ? MOST : next));
        }
    }

    /** A computed number to a thousandth, rounded down. */
    static @Nullable Amount of(@Nullable BigDecimal number) {
        return number == null
                ? null
                : new Amount(
                        number.min(MOST.toDecimal())
                                .max(LEAST.toDecimal())
                                .setScale(3, RoundingMode.FLOOR)
                                .unscaledValue()
                                .longValue());
    }

    Facet facet(String id, String label, Function<Node, @Nullable Amount> amount) {
        return new Facet(
                id,
                label,
                (node, values) -> {
                    var its = amount.apply(node);
                    values.accept(its == null ? Facet.NONE : spans.floorEntry(its).getValue().text);
                },
                this::words,
                Comparator.comparing(AmountSpans::start, Comparator.nullsLast(Amount::compareTo)),
                Set::of,
                asked -> {
                    var wanted = asked.stream().flatMap(text -> Span.parse(text).stream()).toList();
                    boolean none = asked.contains(Facet.NONE);
                    return node -> {
                        var its = amount.apply(node);
                        return its == null ? none : wanted.stream().anyMatch(span -> span.has(its));
                    };
                },
                text -> text.isEmpty() || Span.parse(text).isPresent(),
                false);
    }

    private static @Nullable Amount start(String text) {
        return Span.parse(text).map(Span::from).orElse(null);
    }

    /** A step's own label, where it is not just its size, comes first. */
    private String words(String text) {
        var span = Span.parse(text);
        var label = span.map(one -> labels.getOrDefault(one.from, "")).orElse("");
        var words = span.map(Span::words).orElse(text.isEmpty() ? "none" : text);
        return label.isEmpty() || words.startsWith(label) ? words : label + ", " + words;
    }
}
