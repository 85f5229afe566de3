package greenladder.core.item;

import static java.util.Comparator.comparingInt;

import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
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
     * The details among the values of fields, as {@link Field#valueOf} gives them.
     *
     * @param values by field; what is no detail is passed over
     */
    public static Details of(Map<Field, Object> values) {
        var custom = new TreeMap<String, String>();
        var factors = new TreeMap<String, Amount>();
        var trace = new TreeMap<Field, TraceLink>();
        var worked = new ArrayList<HourEntry>();
        var readings = new TreeMap<LocalDate, Amount>();
        var health = new ArrayList<HealthNote>();
        values.forEach((field, value) -> {
            switch (field.base()) {
                case CUSTOM -> custom.put(field.customKey(), (String) value);
                case LINK -> trace.put(field, (TraceLink) value);
                case WORKED -> worked.add((HourEntry) value);
                case READING -> readings.put(field.readingDay(), (Amount) value);
                case HEALTH -> health.add((HealthNote) value);
                case FACTOR -> factors.put(field.factorKey(), (Amount) value);
                default -> {
                    // is taken by its name
                }
            }
        });
        return new Details(
                list(values, Field.LABELS),
                lines(values, Field.ACCEPTANCE),
                lines(values, Field.DEFINITION_OF_DONE),
                lines(values, Field.CHECKLIST),
                list(values, Field.LINKS),
                list(values, Field.ATTACHMENTS),
                (ItemKey) values.get(Field.GREW_FROM),
                (ItemKey) values.get(Field.SPLIT_FROM),
                list(values, Field.PARTS),
                list(values, Field.MERGED),
                List.copyOf(trace.values()),
                refinement(values, factors),
                doing(values, worked),
                course((Measure) values.get(Field.MEASURE), readings, health),
                wording(
                        (Instant) values.get(Field.REWORDED),
                        (Instant) values.get(Field.CONFIRMED)),
                custom);
    }

    /**
     * The items that are named in where it came from, what grew out of it and what it waits for.
     */
    public Stream<ItemKey> named() {
        if (this == NONE) {
            return Stream.empty();
        }
        return Stream.of(
                        Stream.ofNullable(grewFrom),
                        Stream.ofNullable(splitFrom),
                        parts.stream(),
                        merged.stream(),
                        checklist.items(),
                        acceptance.items(),
                        definitionOfDone.items(),
                        Stream.ofNullable(custom.get(StandardFields.WAITS_FOR))
                                .flatMap(text -> ItemKey.parse(text).stream()))
                .flatMap(keys -> keys);
    }

    /** These details as if some items were not there: nothing names them or is ticked by them. */
    Details without(Predicate<ItemKey> hidden) {
        if (named().noneMatch(hidden)) {
            return this;
        }
        var left = new TreeMap<>(custom);
        var waitsFor = left.get(StandardFields.WAITS_FOR);
        if (waitsFor != null && ItemKey.parse(waitsFor).filter(hidden).isPresent()) {
            left.remove(StandardFields.WAITS_FOR);
        }
        return new Details(
                labels,
                acceptance.without(hidden),
                definitionOfDone.without(hidden),
                checklist.without(hidden),
                links,
                attachments,
                grewFrom == null || hidden.test(grewFrom) ? null : grewFrom,
                splitFrom == null || hidden.test(splitFrom) ? null : splitFrom,
                parts.stream().filter(hidden.negate()).toList(),
                merged.stream().filter(hidden.negate()).toList(),
                trace,
                refinement,
                doing,
                course,
                wording,
                left);
    }

    private static Refinement refinement(
            Map<Field, Object> values, SortedMap<String, Amount> factors) {
        var refinement =
                new Refinement(
                        (String) values.get(Field.BAND),
                        factors,
                        (String) values.get(Field.AGENDA),
                        (String) values.get(Field.QUESTION),
                        (String) values.get(Field.CANDIDATE),
                        list(values, Field.READY),
                        list(values, Field.DECISIONS),
                        values.containsKey(Field.BROKEN_DOWN));
        return refinement.equals(Refinement.NONE) ? Refinement.NONE : refinement;
    }

    private static Doing doing(Map<Field, Object> values, List<HourEntry> worked) {
        var handedOver = (Doing.HandedOver) values.get(Field.HANDED_OVER);
        var accepted = (String) values.get(Field.ACCEPTED);
        return handedOver == null && accepted == null && worked.isEmpty()
                ? Doing.NONE
                : new Doing(
                        handedOver,
                        accepted,
                        worked.stream().sorted(comparingInt(HourEntry::number)).toList());
    }

    private static Course course(
            @Nullable Measure measure,
            SortedMap<LocalDate, Amount> readings,
            List<HealthNote> health) {
        return measure == null && readings.isEmpty() && health.isEmpty()
                ? Course.NONE
                : new Course(
                        measure,
                        readings,
                        health.stream().sorted(comparingInt(HealthNote::number)).toList());
    }

    private static Wording wording(@Nullable Instant changed, @Nullable Instant confirmed) {
        return changed == null && confirmed == null
                ? Wording.NONE
                : new Wording(changed, confirmed);
    }

    @SuppressWarnings("unchecked") // a list of what the field has, or it would not have been set
    private static <T> List<T> list(Map<Field, Object> values, Field field) {
        return (List<T>) values.getOrDefault(field, List.of());
    }

    private static Lines lines(Map<Field, Object> values, Field field) {
        return (Lines) values.getOrDefault(field, Lines.NONE);
    }
}
