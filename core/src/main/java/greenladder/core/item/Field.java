package greenladder.core.item;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.regex.Pattern;
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
public record Field(Base base, String label) implements Comparable<Field> {
    /** The fields that every item has, in the order in which changes of them are logged. */
    public enum Base {
        /** The time of its making, while the item exists; it comes first when an item is made. */
        EXISTS("exists", false, FieldType.TIME, Item::createdAt),
        LEVEL("level", true, FieldType.TEXT, item -> item.level().key()),
        KIND("kind", true, FieldType.TEXT, Item::kind),
        TITLE("title", true, FieldType.TEXT, Item::title),
        DESCRIPTION(
                "description",
                true,
                FieldType.TEXT,
                item -> item.description().isEmpty() ? null : item.description()),
        STATE("state", true, FieldType.TEXT, item -> item.state().key()),
        PARENT("parent", true, FieldType.KEY, Item::parent),
        RANK("rank", false, FieldType.RANK, Item::rank),
        ASSIGNEE("assignee", true, FieldType.TEXT, Item::assignee),
        TEAM("team", true, FieldType.TEXT, Item::team),
        SPRINT("sprint", true, FieldType.TEXT, Item::sprint),
        RELEASE("release", true, FieldType.TEXT, Item::release),
        SIZE("size", true, FieldType.AMOUNT, Item::size),
        FIRST_ESTIMATE("firstEstimate", false, FieldType.AMOUNT, Item::firstEstimate),
        VALUE("value", true, FieldType.AMOUNT, Item::value),
        HOURS_ESTIMATE("hours.estimate", true, FieldType.AMOUNT, item -> item.hours().estimate()),
        HOURS_INVESTED("hours.invested", true, FieldType.AMOUNT, item -> item.hours().invested()),
        HOURS_REMAINING(
                "hours.remaining", true, FieldType.AMOUNT, item -> item.hours().remaining()),
        START("start", true, FieldType.DAY, Item::start),
        FINISH("finish", true, FieldType.DAY, Item::finish),
        BLOCKED("blocked", true, FieldType.TEXT, Item::blocked),
        /** Who made it. */
        RAISED_BY("raisedBy", false, FieldType.TEXT, Item::raisedBy),
        LABELS("labels", true, FieldType.WORDS, item -> item.details().labels()),
        ACCEPTANCE("acceptance", true, FieldType.LINES, item -> item.details().acceptance()),
        DEFINITION_OF_DONE(
                "definitionOfDone",
                true,
                FieldType.LINES,
                item -> item.details().definitionOfDone()),
        CHECKLIST("checklist", true, FieldType.LINES, item -> item.details().checklist()),
        LINKS("links", true, FieldType.WEB_LINKS, item -> item.details().links()),
        ATTACHMENTS(
                "attachments", false, FieldType.ATTACHMENTS, item -> item.details().attachments()),
        GREW_FROM("grewFrom", false, FieldType.KEY, item -> item.details().grewFrom()),
        SPLIT_FROM("splitFrom", false, FieldType.KEY, item -> item.details().splitFrom()),
        PARTS("parts", false, FieldType.KEYS, item -> item.details().parts()),
        MERGED("merged", false, FieldType.KEYS, item -> item.details().merged()),
        BAND("band", true, FieldType.TEXT, item -> item.details().refinement().band()),
        /** One of the factors of a product's score. */
        FACTOR(
                "factors",
                true,
                FieldType.AMOUNT,
                (field, item) -> item.details().refinement().factors().get(field.factorKey())),
        AGENDA("agenda", true, FieldType.TEXT, item -> item.details().refinement().agenda()),
        QUESTION("question", true, FieldType.TEXT, item -> item.details().refinement().question()),
        CANDIDATE(
                "candidate", true, FieldType.TEXT, item -> item.details().refinement().candidate()),
        READY("ready", true, FieldType.WORDS, item -> item.details().refinement().ticked()),
        DECISIONS(
                "decisions",
                false,
                FieldType.DECISIONS,
                item -> item.details().refinement().decisions()),
        BROKEN_DOWN(
                "brokenDown",
                true,
                FieldType.FLAG,
                item -> item.details().refinement().brokenDown() ? true : null),
        /** By whom and which rule it was passed on. */
        HANDED_OVER(
                "handedOver",
                false,
                FieldType.HANDED_OVER,
                item -> item.details().doing().handedOver()),
        /** Who accepted it. */
        ACCEPTED("accepted", false, FieldType.TEXT, item -> item.details().doing().accepted()),
        /** Hours that somebody worked on a day, by their number. */
        WORKED(
                "worked",
                false,
                FieldType.HOURS,
                (field, item) -> firstOf(field, item.details().doing().worked(), HourEntry::field)),
        /** What is measured of it: from, target, unit. */
        MEASURE("measure", false, FieldType.MEASURE, item -> item.details().course().measure()),
        /** A reading of its measure, by its day. */
        READING(
                "reading",
                false,
                FieldType.AMOUNT,
                (field, item) -> item.details().course().readings().get(field.readingDay())),
        /** A note of its health, by its number. */
        HEALTH(
                "health",
                false,
                FieldType.HEALTH,
                (field, item) ->
                        firstOf(field, item.details().course().health(), HealthNote::field)),
        /** When its text changed while something stood below it. */
        REWORDED("reworded", false, FieldType.TIME, item -> item.details().wording().changedAt()),
        /** When it was found to fit what it stands under. */
        CONFIRMED(
                "confirmed", false, FieldType.TIME, item -> item.details().wording().confirmedAt()),
        /** A link to another item, by what it is and where it leads. */
        LINK(
                "link",
                false,
                FieldType.LINK,
                (field, item) -> firstOf(field, item.details().trace(), TraceLink::field)),
        /** One of a product's own; its text is what {@link CustomField} writes. */
        CUSTOM(
                "custom",
                true,
                FieldType.TEXT,
                (field, item) -> item.details().custom().get(field.customKey()));

        private final String label;
        private final boolean editable;
        private final FieldType<?> type;
        private final BiFunction<Field, Item, @Nullable Object> reader;

        <T> Base(
                String label,
                boolean editable,
                FieldType<T> type,
                Function<Item, @Nullable T> reader) {
            this(label, editable, type, (Field field, Item item) -> reader.apply(item));
        }

        <T> Base(
                String label,
                boolean editable,
                FieldType<T> type,
                BiFunction<Field, Item, @Nullable T> reader) {
            this.label = label;
            this.editable = editable;
            this.type = type;
            this.reader = reader::apply;
        }

        private static <T> @Nullable T firstOf(
                Field field, List<T> all, Function<T, Field> fieldOf) {
            return all.stream()
                    .filter(one -> fieldOf.apply(one).equals(field))
                    .findFirst()
                    .orElse(null);
        }
    }

    private static final Set<Base> WORK =
            EnumSet.of(
                    Base.STATE,
                    Base.ASSIGNEE,
                    Base.SIZE,
                    Base.FIRST_ESTIMATE,
                    Base.BLOCKED,
                    Base.ACCEPTANCE,
                    Base.DEFINITION_OF_DONE,
                    Base.CHECKLIST,
                    Base.LINKS,
                    Base.LINK,
                    Base.REWORDED,
                    Base.CONFIRMED,
                    Base.LABELS,
                    Base.ATTACHMENTS,
                    Base.AGENDA,
                    Base.QUESTION,
                    Base.READY,
                    Base.DECISIONS,
                    Base.HANDED_OVER,
                    Base.WORKED,
                    Base.HOURS_ESTIMATE,
                    Base.HOURS_INVESTED,
                    Base.HOURS_REMAINING);

    private static final String CUSTOM_PREFIX = "custom.";
    private static final String FACTOR_PREFIX = "factors.";
    private static final String LINK_PREFIX = "link.";
    private static final String WORKED_PREFIX = "worked.";
    private static final String READING_PREFIX = "reading.";
    private static final Pattern READING = Pattern.compile("reading\\.\\d{4}-\\d{2}-\\d{2}");
    private static final String HEALTH_PREFIX = "health.";
    private static final Pattern HEALTH = Pattern.compile("health\\.[1-9]\\d{0,8}");
    private static final Pattern WORKED = Pattern.compile("worked\\.[1-9]\\d{0,8}");
    private static final Set<Base> KEYED =
            EnumSet.of(Base.CUSTOM, Base.FACTOR, Base.LINK, Base.WORKED, Base.READING, Base.HEALTH);

    // One object each, so that they can be compared as constants are.
    private static final List<Field> STANDARD =
            Arrays.stream(Base.values())
                    .filter(base -> !KEYED.contains(base))
                    .map(base -> new Field(base, base.label))
                    .toList();

    private static final Map<String, Field> STANDARD_BY_LABEL =
            STANDARD.stream()
                    .collect(Collectors.toUnmodifiableMap(Field::label, Function.identity()));

    public static final Field EXISTS = of(Base.EXISTS);
    public static final Field LEVEL = of(Base.LEVEL);
    public static final Field KIND = of(Base.KIND);
    public static final Field TITLE = of(Base.TITLE);
    public static final Field DESCRIPTION = of(Base.DESCRIPTION);
    public static final Field STATE = of(Base.STATE);
    public static final Field PARENT = of(Base.PARENT);
    public static final Field RANK = of(Base.RANK);
    public static final Field ASSIGNEE = of(Base.ASSIGNEE);
    public static final Field TEAM = of(Base.TEAM);
    public static final Field SPRINT = of(Base.SPRINT);
    public static final Field RELEASE = of(Base.RELEASE);
    public static final Field SIZE = of(Base.SIZE);
    public static final Field FIRST_ESTIMATE = of(Base.FIRST_ESTIMATE);
    public static final Field VALUE = of(Base.VALUE);
    public static final Field HOURS_ESTIMATE = of(Base.HOURS_ESTIMATE);
    public static final Field HOURS_INVESTED = of(Base.HOURS_INVESTED);
    public static final Field HOURS_REMAINING = of(Base.HOURS_REMAINING);
    public static final Field START = of(Base.START);
    public static final Field FINISH = of(Base.FINISH);
    public static final Field BLOCKED = of(Base.BLOCKED);
    public static final Field RAISED_BY = of(Base.RAISED_BY);
    public static final Field LABELS = of(Base.LABELS);
    public static final Field ACCEPTANCE = of(Base.ACCEPTANCE);
    public static final Field DEFINITION_OF_DONE = of(Base.DEFINITION_OF_DONE);
    public static final Field CHECKLIST = of(Base.CHECKLIST);
    public static final Field LINKS = of(Base.LINKS);
    public static final Field ATTACHMENTS = of(Base.ATTACHMENTS);
    public static final Field GREW_FROM = of(Base.GREW_FROM);
    public static final Field SPLIT_FROM = of(Base.SPLIT_FROM);
    public static final Field PARTS = of(Base.PARTS);
    public static final Field MERGED = of(Base.MERGED);
    public static final Field BAND = of(Base.BAND);
    public static final Field AGENDA = of(Base.AGENDA);
    public static final Field QUESTION = of(Base.QUESTION);
    public static final Field CANDIDATE = of(Base.CANDIDATE);
    public static final Field READY = of(Base.READY);
    public static final Field DECISIONS = of(Base.DECISIONS);
    public static final Field BROKEN_DOWN = of(Base.BROKEN_DOWN);
    public static final Field HANDED_OVER = of(Base.HANDED_OVER);
    public static final Field ACCEPTED = of(Base.ACCEPTED);
    public static final Field MEASURE = of(Base.MEASURE);
    public static final Field REWORDED = of(Base.REWORDED);
    public static final Field CONFIRMED = of(Base.CONFIRMED);

    private static Field of(Base base) {
        return STANDARD.stream().filter(field -> field.base == base).findFirst().orElseThrow();
    }

    /** A factor of a product's score, by its key. */
    public static Field factor(String key) {
        return new Field(Base.FACTOR, FACTOR_PREFIX + key);
    }

    /** A link of an item to another. */
    public static Field link(LinkType type, ItemKey to) {
        return new Field(Base.LINK, LINK_PREFIX + type.slug() + "." + to);
    }

    /** Hours that somebody worked, by their number within the item. */
    public static Field worked(int number) {
        return new Field(Base.WORKED, WORKED_PREFIX + number);
    }

    /** A reading of an item's measure on a day. */
    public static Field reading(LocalDate day) {
        return new Field(Base.READING, READING_PREFIX + day);
    }

    /** A note of an item's health, by its number within the item. */
    public static Field health(int number) {
        return new Field(Base.HEALTH, HEALTH_PREFIX + number);
    }

    /** A product's own field, or one of {@link StandardFields}, by its key. */
    public static Field custom(String key) {
        return new Field(
                Base.CUSTOM, StandardFields.find(key).isPresent() ? key : CUSTOM_PREFIX + key);
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
        return base == Base.CUSTOM;
    }

    /** Whether it is one of {@link Details}. */
    public boolean isDetail() {
        return base.compareTo(Base.LABELS) >= 0;
    }

    /** The key of a product's own field. */
    public String customKey() {
        return label.startsWith(CUSTOM_PREFIX) ? label.substring(CUSTOM_PREFIX.length()) : label;
    }

    public boolean isFactor() {
        return base == Base.FACTOR;
    }

    /** The key of a factor. */
    public String factorKey() {
        return label.substring(FACTOR_PREFIX.length());
    }

    public boolean isLink() {
        return base == Base.LINK;
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
        return base == Base.WORKED;
    }

    /** The number of an entry of hours. */
    public int workedNumber() {
        return Integer.parseInt(label.substring(WORKED_PREFIX.length()));
    }

    public boolean isReading() {
        return base == Base.READING;
    }

    /** The day of a reading. */
    public LocalDate readingDay() {
        return LocalDate.parse(label.substring(READING_PREFIX.length()));
    }

    public boolean isHealth() {
        return base == Base.HEALTH;
    }

    /** The number of a note of health. */
    public int healthNumber() {
        return Integer.parseInt(label.substring(HEALTH_PREFIX.length()));
    }

    private String[] linkParts() {
        return label.substring(LINK_PREFIX.length()).split("\\.", 2);
    }

    private static Optional<Field> findLink(String label) {
        var parts = label.substring(LINK_PREFIX.length()).split("\\.", 2);
        return parts.length < 2
                ? Optional.empty()
                : LinkType.ofSlug(parts[0])
                        .flatMap(type -> ItemKey.parse(parts[1]).map(to -> link(type, to)));
    }

    /** The item's value of this field, of the field's type; null where it has none. */
    public @Nullable Object valueOf(Item item) {
        return fit(base.reader.apply(this, item));
    }

    /** The item's value of this field as text; null where it has none. */
    public @Nullable String textOf(Item item) {
        return write(valueOf(item));
    }

    /** A value as text, which {@link #read} reads; null for none. */
    public @Nullable String write(@Nullable Object value) {
        var fit = fit(value);
        return fit == null ? null : written(base.type, fit);
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
        return text == null ? null : base.type.reader().apply(this, text);
    }

    /**
     * A value as this field has it: an empty list is none.
     *
     * @throws IllegalArgumentException where it is of another type
     */
    public @Nullable Object fit(@Nullable Object value) {
        if (value != null && !base.type.of().isInstance(value)) {
            throw new IllegalArgumentException(
                    "%s is no %s".formatted(label, value.getClass().getName()));
        }
        return base.type.isNone(value) ? null : value;
    }

    /**
     * The field that people may enter under this name; empty for an unknown name and for fields
     * that follow by themselves.
     */
    public static Optional<Field> findEditable(String label) {
        return find(label).filter(field -> field.base.editable);
    }

    /** The field of this name; whether a product has such a field of its own is not asked. */
    public static Optional<Field> find(String label) {
        var standard = STANDARD_BY_LABEL.get(label);
        if (standard != null) {
            return Optional.of(standard);
        }
        if (label.startsWith(CUSTOM_PREFIX) && label.length() > CUSTOM_PREFIX.length()) {
            return Optional.of(custom(label.substring(CUSTOM_PREFIX.length())));
        }
        if (label.startsWith(FACTOR_PREFIX) && label.length() > FACTOR_PREFIX.length()) {
            return Optional.of(new Field(Base.FACTOR, label));
        }
        if (label.startsWith(LINK_PREFIX)) {
            return findLink(label);
        }
        if (WORKED.matcher(label).matches()) {
            return Optional.of(new Field(Base.WORKED, label));
        }
        if (READING.matcher(label).matches()) {
            return Optional.of(new Field(Base.READING, label));
        }
        if (HEALTH.matcher(label).matches()) {
            return Optional.of(new Field(Base.HEALTH, label));
        }
        return StandardFields.find(label).map(CustomField::field);
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
