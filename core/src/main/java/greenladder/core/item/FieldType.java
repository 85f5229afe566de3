package greenladder.core.item;

import static java.util.Objects.requireNonNull;

import greenladder.core.rank.Rank;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What the values of a field are, and the text as which the change log and the tables keep them.
 * Whatever is written is read back as an equal value.
 *
 * @param of the class of a value
 * @param writer turns a value into text
 * @param reader turns the text of a value of a field back; what was not written so is a caller's
 *     error
 */
record FieldType<T>(Class<?> of, Function<T, String> writer, BiFunction<Field, String, T> reader) {
    /** Words of people, and keys of what a workspace has: levels, states, teams, people. */
    static final FieldType<String> TEXT = of(String.class, text -> text);

    static final FieldType<ItemKey> KEY = of(ItemKey.class, FieldType::requireKey);
    static final FieldType<Rank> RANK = of(Rank.class, Rank::new);
    static final FieldType<Amount> AMOUNT =
            of(Amount.class, text -> Amount.parse(text).orElseThrow());
    static final FieldType<LocalDate> DAY = of(LocalDate.class, LocalDate::parse);
    static final FieldType<Instant> TIME = of(Instant.class, Instant::parse);

    /** Kept only where it is so. */
    static final FieldType<Boolean> FLAG =
            new FieldType<>(Boolean.class, flag -> Refinement.YES, (field, text) -> true);

    static final FieldType<Lines> LINES =
            new FieldType<>(
                    Lines.class,
                    lines -> requireNonNull(lines.text()),
                    (field, text) -> Lines.parse(text));
    static final FieldType<List<String>> WORDS = listOf(", ", text -> text);
    static final FieldType<List<ItemKey>> KEYS = listOf(" ", FieldType::requireKey);
    static final FieldType<List<WebLink>> WEB_LINKS = listOf("\n", WebLink::parse);
    static final FieldType<List<Attachment>> ATTACHMENTS = listOf("\n", Attachment::parse);
    static final FieldType<List<DecisionNote>> DECISIONS = listOf("\n", DecisionNote::parse);
    static final FieldType<Doing.HandedOver> HANDED_OVER =
            of(Doing.HandedOver.class, Doing.HandedOver::parse);
    static final FieldType<Measure> MEASURE = of(Measure.class, Measure::parse);
    static final FieldType<HourEntry> HOURS =
            new FieldType<>(
                    HourEntry.class,
                    HourEntry::text,
                    (field, text) -> HourEntry.of(field.workedNumber(), text));
    static final FieldType<HealthNote> HEALTH =
            new FieldType<>(
                    HealthNote.class,
                    HealthNote::text,
                    (field, text) -> HealthNote.of(field.healthNumber(), text));
    static final FieldType<TraceLink> LINK =
            new FieldType<>(
                    TraceLink.class,
                    TraceLink::text,
                    (field, text) -> TraceLink.of(field.linkType(), field.linkedTo(), text));

    /** Whether a value says as much as none: an empty list. */
    boolean isNone(@Nullable Object value) {
        return switch (value) {
            case List<?> list -> list.isEmpty();
            case Lines lines -> lines.isEmpty();
            case null, default -> value == null;
        };
    }

    private static <T> FieldType<T> of(Class<T> of, Function<String, T> reader) {
        return new FieldType<>(of, Object::toString, (field, text) -> reader.apply(text));
    }

    private static <T> FieldType<List<T>> listOf(String between, Function<String, T> reader) {
        return new FieldType<>(
                List.class,
                list -> list.stream().map(Object::toString).collect(Collectors.joining(between)),
                (field, text) -> Stream.of(text.split(between)).map(reader).toList());
    }

    private static ItemKey requireKey(String text) {
        return ItemKey.parse(text)
                .orElseThrow(() -> new IllegalArgumentException("item key " + text));
    }
}
