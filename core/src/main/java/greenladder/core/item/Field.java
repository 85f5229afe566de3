package greenladder.core.item;

import greenladder.core.value.ItemKey;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A field of an item that can change: one that every item has, or one of a product's own ({@link
 * CustomField}). Its values are what an item holds; the change log keeps each as the text that is
 * read and written here.
 *
 * @param base what it is
 * @param label its name in forms, in the interface for programs and in messages
 */
public record Field(BaseField base, String label) implements Comparable<Field> {
    private static final Set<BaseField> WORK =
            EnumSet.of(
                    BaseField.STATE,
                    BaseField.ASSIGNEE,
                    BaseField.SIZE,
                    BaseField.FIRST_ESTIMATE,
                    BaseField.BLOCKED,
                    BaseField.ACCEPTANCE,
                    BaseField.DEFINITION_OF_DONE,
                    BaseField.CHECKLIST,
                    BaseField.LINKS,
                    BaseField.LINK,
                    BaseField.REWORDED,
                    BaseField.CONFIRMED,
                    BaseField.LABELS,
                    BaseField.ATTACHMENTS,
                    BaseField.AGENDA,
                    BaseField.QUESTION,
                    BaseField.READY,
                    BaseField.DECISIONS,
                    BaseField.HANDED_OVER,
                    BaseField.WORKED,
                    BaseField.HOURS_ESTIMATE,
                    BaseField.HOURS_INVESTED,
                    BaseField.HOURS_REMAINING);

    private static final Set<BaseField> KEYED =
            Arrays.stream(KeyedField.values())
                    .map(KeyedField::base)
                    .collect(Collectors.toUnmodifiableSet());

    // One object each, so that they can be compared as constants are.
    private static final List<Field> STANDARD =
            Arrays.stream(BaseField.values())
                    .filter(base -> !KEYED.contains(base))
                    .map(base -> new Field(base, base.label()))
                    .toList();

    private static final Map<String, Field> STANDARD_BY_LABEL =
            STANDARD.stream()
                    .collect(Collectors.toUnmodifiableMap(Field::label, Function.identity()));

    public static final Field EXISTS = of(BaseField.EXISTS);
    public static final Field LEVEL = of(BaseField.LEVEL);
    public static final Field KIND = of(BaseField.KIND);
    public static final Field TITLE = of(BaseField.TITLE);
    public static final Field DESCRIPTION = of(BaseField.DESCRIPTION);
    public static final Field STATE = of(BaseField.STATE);
    public static final Field PARENT = of(BaseField.PARENT);
    public static final Field RANK = of(BaseField.RANK);
    public static final Field ASSIGNEE = of(BaseField.ASSIGNEE);
    public static final Field TEAM = of(BaseField.TEAM);
    public static final Field SPRINT = of(BaseField.SPRINT);
    public static final Field RELEASE = of(BaseField.RELEASE);
    public static final Field SIZE = of(BaseField.SIZE);
    public static final Field FIRST_ESTIMATE = of(BaseField.FIRST_ESTIMATE);
    public static final Field VALUE = of(BaseField.VALUE);
    public static final Field HOURS_ESTIMATE = of(BaseField.HOURS_ESTIMATE);
    public static final Field HOURS_INVESTED = of(BaseField.HOURS_INVESTED);
    public static final Field HOURS_REMAINING = of(BaseField.HOURS_REMAINING);
    public static final Field START = of(BaseField.START);
    public static final Field FINISH = of(BaseField.FINISH);
    public static final Field BLOCKED = of(BaseField.BLOCKED);
    public static final Field RAISED_BY = of(BaseField.RAISED_BY);
    public static final Field LABELS = of(BaseField.LABELS);
    public static final Field ACCEPTANCE = of(BaseField.ACCEPTANCE);
    public static final Field DEFINITION_OF_DONE = of(BaseField.DEFINITION_OF_DONE);
    public static final Field CHECKLIST = of(BaseField.CHECKLIST);
    public static final Field LINKS = of(BaseField.LINKS);
    public static final Field ATTACHMENTS = of(BaseField.ATTACHMENTS);
    public static final Field GREW_FROM = of(BaseField.GREW_FROM);
    public static final Field SPLIT_FROM = of(BaseField.SPLIT_FROM);
    public static final Field PARTS = of(BaseField.PARTS);
    public static final Field MERGED = of(BaseField.MERGED);
    public static final Field BAND = of(BaseField.BAND);
    public static final Field AGENDA = of(BaseField.AGENDA);
    public static final Field QUESTION = of(BaseField.QUESTION);
    public static final Field CANDIDATE = of(BaseField.CANDIDATE);
    public static final Field READY = of(BaseField.READY);
    public static final Field DECISIONS = of(BaseField.DECISIONS);
    public static final Field BROKEN_DOWN = of(BaseField.BROKEN_DOWN);
    public static final Field HANDED_OVER = of(BaseField.HANDED_OVER);
    public static final Field ACCEPTED = of(BaseField.ACCEPTED);
    public static final Field MEASURE = of(BaseField.MEASURE);
    public static final Field REWORDED = of(BaseField.REWORDED);
    public static final Field CONFIRMED = of(BaseField.CONFIRMED);

    private static Field of(BaseField base) {
        return STANDARD.stream().filter(field -> field.base == base).findFirst().orElseThrow();
    }

    /** A factor of a product's score, by its key. */
    public static Field factor(String key) {
        return KeyedField.FACTOR.of(key);
    }

    /** A link of an item to another. */
    public static Field link(LinkType type, ItemKey to) {
        return KeyedField.LINK.of(type.slug() + "." + to);
    }

    /** Hours that somebody worked, by their number within the item. */
    public static Field worked(int number) {
        return KeyedField.WORKED.of(number);
    }

    /** A reading of an item's measure on a day. */
    public static Field reading(LocalDate day) {
        return KeyedField.READING.of(day);
    }

    /** A note of an item's health, by its number within the item. */
    public static Field health(int number) {
        return KeyedField.HEALTH.of(number);
    }

    /** A product's own field, or one of {@link StandardFields}, by its key. */
    public static Field custom(String key) {
        return KeyedField.CUSTOM.of(key);
    }

    /** The fields that every item has. */
    public static List<Field> standard() {
        return STANDARD;
    }

    /**
     * Every field of which an item may have a value; factors, links and own fields that it has come
     * last.
     */
    public static List<Field> allOf(Item item) {
        var custom = item.details().custom();
        var factors = item.details().refinement().factors();
        var trace = item.details().trace();
        var worked = item.details().doing().worked();
        var course = item.details().course();
        return custom.isEmpty()
                        && factors.isEmpty()
                        && trace.isEmpty()
                        && worked.isEmpty()
                        && course.isEmpty()
                ? STANDARD
                : Stream.of(
                                STANDARD.stream(),
                                factors.keySet().stream().map(Field::factor),
                                worked.stream().map(HourEntry::field),
                                course.readings().keySet().stream().map(Field::reading),
                                course.health().stream().map(HealthNote::field),
                                trace.stream().map(TraceLink::field),
                                custom.keySet().stream().map(Field::custom))
                        .flatMap(fields -> fields)
                        .toList();
    }

    /**
     * Whether people who work on an item may change it, without shaping the backlog: state, person,
     * size, hours, hindrance, labels, what is ticked, what hangs on it, what is to be talked about
     * and what was decided.
     */
    public boolean isWork() {
        return WORK.contains(base) || isCustom() && StandardFields.WORK.contains(label);
    }

    /** Whether all fields of these names are ones that people who work on an item may change. */
    public static boolean areWork(Collection<String> labels) {
        return labels.stream().allMatch(label -> find(label).filter(Field::isWork).isPresent());
    }

    public boolean isCustom() {
        return base == BaseField.CUSTOM;
    }

    /** Whether it is one of {@link Details}. */
    public boolean isDetail() {
        return base.compareTo(BaseField.LABELS) >= 0;
    }

    /** The key of a product's own field. */
    public String customKey() {
        return KeyedField.CUSTOM.isLabel(label) ? KeyedField.CUSTOM.keyOf(this) : label;
    }

    public boolean isFactor() {
        return base == BaseField.FACTOR;
    }

    /** The key of a factor. */
    public String factorKey() {
        return KeyedField.FACTOR.keyOf(this);
    }

    public boolean isLink() {
        return base == BaseField.LINK;
    }

    /** What a link is. */
    public LinkType linkType() {
        return LinkType.ofSlug(linkParts()[0]).orElseThrow();
    }

    /** Where a link leads. */
    public ItemKey linkedTo() {
        return ItemKey.parse(linkParts()[1]).orElseThrow();
    }

    public boolean isWorked() {
        return base == BaseField.WORKED;
    }

    /** The number of an entry of hours. */
    public int workedNumber() {
        return Integer.parseInt(KeyedField.WORKED.keyOf(this));
    }

    public boolean isReading() {
        return base == BaseField.READING;
    }

    /** The day of a reading. */
    public LocalDate readingDay() {
        return LocalDate.parse(KeyedField.READING.keyOf(this));
    }

    public boolean isHealth() {
        return base == BaseField.HEALTH;
    }

    /** The number of a note of health. */
    public int healthNumber() {
        return Integer.parseInt(KeyedField.HEALTH.keyOf(this));
    }

    private String[] linkParts() {
        return KeyedField.LINK.keyOf(this).split("\\.", 2);
    }

    /** The item's value of this field, of the field's type; null where it has none. */
    public @Nullable Object valueOf(Item item) {
        return fit(base.read(this, item));
    }

    /** The item's value of this field as text; null where it has none. */
    public @Nullable String textOf(Item item) {
        return write(valueOf(item));
    }

    /** A value as text, which {@link #read} reads; null for none. */
    public @Nullable String write(@Nullable Object value) {
        var fit = fit(value);
        return fit == null ? null : written(base.type(), fit);
    }

    @SuppressWarnings("unchecked") // the value is of the type, or it would not fit
    private static <T> String written(FieldType<T> type, Object value) {
        return type.writer().apply((T) value);
    }

    /**
     * The value that a text says; null for none.
     *
     * @throws RuntimeException if {@link #write} writes no such text
     */
    public @Nullable Object read(@Nullable String text) {
        return text == null ? null : base.type().reader().apply(this, text);
    }

    /**
     * A value as this field has it: an empty list is none.
     *
     * @throws IllegalArgumentException where it is of another type
     */
    public @Nullable Object fit(@Nullable Object value) {
        if (value != null && !base.type().of().isInstance(value)) {
            throw new IllegalArgumentException(
                    "%s is no %s".formatted(label, value.getClass().getName()));
        }
        return base.type().isNone(value) ? null : value;
    }

    /**
     * The field that people may enter under this name; empty for an unknown name and for fields
     * that follow by themselves.
     */
    public static Optional<Field> findEditable(String label) {
        return find(label).filter(field -> field.base.isEditable());
    }

    /** The field of this name; whether a product has such a field of its own is not asked. */
    public static Optional<Field> find(String label) {
        var standard = STANDARD_BY_LABEL.get(label);
        if (standard != null) {
            return Optional.of(standard);
        }
        var keyed = KeyedField.find(label);
        return keyed.isPresent() ? keyed : StandardFields.find(label).map(CustomField::field);
    }

    @Override
    public int compareTo(Field other) {
        return base == other.base ? label.compareTo(other.label) : base.compareTo(other.base);
    }

    @Override
    public String toString() {
        return label;
    }
}
