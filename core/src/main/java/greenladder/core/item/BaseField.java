package greenladder.core.item;

import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** What a field is; fields come in this order where changes of them are logged. */
public enum BaseField {
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
    HOURS_REMAINING("hours.remaining", true, FieldType.AMOUNT, item -> item.hours().remaining()),
    START("start", true, FieldType.DAY, Item::start),
    FINISH("finish", true, FieldType.DAY, Item::finish),
    BLOCKED("blocked", true, FieldType.TEXT, Item::blocked),
    /** Who made it. */
    RAISED_BY("raisedBy", false, FieldType.TEXT, Item::raisedBy),
    LABELS("labels", true, FieldType.WORDS, item -> item.details().labels()),
    ACCEPTANCE("acceptance", true, FieldType.LINES, item -> item.details().acceptance()),
    DEFINITION_OF_DONE(
            "definitionOfDone", true, FieldType.LINES, item -> item.details().definitionOfDone()),
    CHECKLIST("checklist", true, FieldType.LINES, item -> item.details().checklist()),
    LINKS("links", true, FieldType.WEB_LINKS, item -> item.details().links()),
    ATTACHMENTS("attachments", false, FieldType.ATTACHMENTS, item -> item.details().attachments()),
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
    CANDIDATE("candidate", true, FieldType.TEXT, item -> item.details().refinement().candidate()),
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
            (field, item) -> firstOf(field, item.details().course().health(), HealthNote::field)),
    /** When its text changed while something stood below it. */
    REWORDED("reworded", false, FieldType.TIME, item -> item.details().wording().changedAt()),
    /** When it was found to fit what it stands under. */
    CONFIRMED("confirmed", false, FieldType.TIME, item -> item.details().wording().confirmedAt()),
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

    <T> BaseField(
            String label, boolean editable, FieldType<T> type, Function<Item, @Nullable T> reader) {
        this(label, editable, type, (Field field, Item item) -> reader.apply(item));
    }

    <T> BaseField(
            String label,
            boolean editable,
            FieldType<T> type,
            BiFunction<Field, Item, @Nullable T> reader) {
        this.label = label;
        this.editable = editable;
        this.type = type;
        this.reader = reader::apply;
    }

    /** The name of the field, or of all fields of this kind. */
    String label() {
        return label;
    }

    /** Whether people may enter it: others follow by themselves. */
    boolean isEditable() {
        return editable;
    }

    FieldType<?> type() {
        return type;
    }

    @Nullable Object read(Field field, Item item) {
        return reader.apply(field, item);
    }

    private static <T> @Nullable T firstOf(Field field, List<T> all, Function<T, Field> fieldOf) {
        return all.stream()
                .filter(one -> fieldOf.apply(one).equals(field))
                .findFirst()
                .orElse(null);
    }
}
