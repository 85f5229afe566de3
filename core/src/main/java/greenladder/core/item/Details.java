package greenladder.core.item;

import static java.util.Comparator.comparingInt;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What only some items have: lists, labels, links, files, where they came from, how far they are
 * refined, and the fields that their product has of its own.
 *
 * @param grewFrom the item whose checklist had it as a line
 * @param splitFrom the item of which it is a part
 * @param parts the items that were split off it
 * @param merged the items that went into it
 * @param trace links to other items, in the order of their fields
 * @param doing what is noted while it is worked on
 * @param course what is measured and said of how it goes
 * @param wording when its text changed, and was confirmed
 * @param custom by the key of the field, as {@link CustomField} writes it
 */
public record Details(
        List<String> labels,
        Lines acceptance,
        Lines definitionOfDone,
        Lines checklist,
        List<WebLink> links,
        List<Attachment> attachments,
        @Nullable ItemKey grewFrom,
        @Nullable ItemKey splitFrom,
        List<ItemKey> parts,
        List<ItemKey> merged,
        List<TraceLink> trace,
        Refinement refinement,
        Doing doing,
        Course course,
        Wording wording,
        SortedMap<String, String> custom) {

    public static final Details NONE = of(Map.of());

    public Details {
        labels = List.copyOf(labels);
        links = List.copyOf(links);
        attachments = List.copyOf(attachments);
        parts = List.copyOf(parts);
        merged = List.copyOf(merged);
        trace = List.copyOf(trace);
        custom =
                custom.isEmpty()
                        ? Collections.emptySortedMap()
                        : Collections.unmodifiableSortedMap(new TreeMap<>(custom));
    }

    /**
     * Reads texts in the form that {@link Field#textOf} writes.
     *
     * @param texts by field; what is no detail is passed over
     */
    public static Details of(Map<Field, String> texts) {
        var custom = new TreeMap<String, String>();
        var factors = new TreeMap<String, Amount>();
        var trace = new TreeMap<Field, TraceLink>();
        var worked = new ArrayList<HourEntry>();
        var readings = new TreeMap<LocalDate, Amount>();
        var health = new ArrayList<HealthNote>();
        texts.forEach((field, text) -> {
            if (field.isCustom()) {
                custom.put(field.customKey(), text);
            } else if (field.isLink()) {
                trace.put(field, TraceLink.of(field.linkType(), field.linkedTo(), text));
            } else if (field.isWorked()) {
                worked.add(HourEntry.of(field.workedNumber(), text));
            } else if (field.isReading()) {
                readings.put(field.readingDay(), Amount.parse(text).orElseThrow());
            } else if (field.isHealth()) {
                health.add(HealthNote.of(field.healthNumber(), text));
            } else if (field.isFactor()) {
                factors.put(field.factorKey(), Amount.parse(text).orElseThrow());
            }
        });
        return new Details(
                list(texts.get(Field.LABELS), ", ", Function.identity()),
                Lines.parse(texts.get(Field.ACCEPTANCE)),
                Lines.parse(texts.get(Field.DEFINITION_OF_DONE)),
                Lines.parse(texts.get(Field.CHECKLIST)),
                list(texts.get(Field.LINKS), "\n", WebLink::parse),
                list(texts.get(Field.ATTACHMENTS), "\n", Attachment::parse),
                key(texts.get(Field.GREW_FROM)),
                key(texts.get(Field.SPLIT_FROM)),
                list(texts.get(Field.PARTS), " ", Details::requireKey),
                list(texts.get(Field.MERGED), " ", Details::requireKey),
                List.copyOf(trace.values()),
                refinement(texts, factors),
                doing(texts, worked),
                course(texts.get(Field.MEASURE), readings, health),
                wording(texts.get(Field.REWORDED), texts.get(Field.CONFIRMED)),
                custom);
    }

    private static Refinement refinement(
            Map<Field, String> texts, SortedMap<String, Amount> factors) {
        var refinement =
                new Refinement(
                        texts.get(Field.BAND),
                        factors,
                        texts.get(Field.AGENDA),
                        texts.get(Field.QUESTION),
                        texts.get(Field.CANDIDATE),
                        list(texts.get(Field.READY), ", ", Function.identity()),
                        list(texts.get(Field.DECISIONS), "\n", DecisionNote::parse),
                        texts.containsKey(Field.BROKEN_DOWN));
        return refinement.equals(Refinement.NONE) ? Refinement.NONE : refinement;
    }

    private static Doing doing(Map<Field, String> texts, List<HourEntry> worked) {
        var handedOver = texts.get(Field.HANDED_OVER);
        var accepted = texts.get(Field.ACCEPTED);
        return handedOver == null && accepted == null && worked.isEmpty()
                ? Doing.NONE
                : new Doing(
                        handedOver == null ? null : Doing.HandedOver.parse(handedOver),
                        accepted,
                        worked.stream().sorted(comparingInt(HourEntry::number)).toList());
    }

    private static Course course(
            @Nullable String measure,
            SortedMap<LocalDate, Amount> readings,
            List<HealthNote> health) {
        return measure == null && readings.isEmpty() && health.isEmpty()
                ? Course.NONE
                : new Course(
                        measure == null ? null : Measure.parse(measure),
                        readings,
                        health.stream().sorted(comparingInt(HealthNote::number)).toList());
    }

    private static Wording wording(@Nullable String changed, @Nullable String confirmed) {
        return changed == null && confirmed == null
                ? Wording.NONE
                : new Wording(
                        changed == null ? null : Instant.parse(changed),
                        confirmed == null ? null : Instant.parse(confirmed));
    }

    static @Nullable String textOf(Collection<?> values, String between) {
        return values.isEmpty()
                ? null
                : values.stream().map(Object::toString).collect(Collectors.joining(between));
    }

    private static <T> List<T> list(
            @Nullable String text, String between, Function<String, T> reader) {
        return text == null ? List.of() : Stream.of(text.split(between)).map(reader).toList();
    }

    private static @Nullable ItemKey key(@Nullable String text) {
        return text == null ? null : requireKey(text);
    }

    private static ItemKey requireKey(String text) {
        return ItemKey.parse(text)
                .orElseThrow(() -> new IllegalArgumentException("item key " + text));
    }
}
