package greenladder.core.item;

import java.util.Arrays;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The fields of an item that can change. The change log keeps each value as the text that is read
 * and written here.
 */
public enum Field {
    /** The time of its making, while the item exists; it comes first when an item is made. */
    EXISTS("exists", false, Item::createdAt),
    LEVEL("level", true, item -> item.level().key()),
    KIND("kind", true, Item::kind),
    TITLE("title", true, Item::title),
    DESCRIPTION(
            "description", true, item -> item.description().isEmpty() ? null : item.description()),
    STATE("state", true, item -> item.state().key()),
    PARENT("parent", true, Item::parent),
    RANK("rank", false, Item::rank),
    ASSIGNEE("assignee", true, Item::assignee),
    TEAM("team", true, Item::team),
    SPRINT("sprint", true, item -> item.sprint() == null ? null : item.sprint().key()),
    RELEASE("release", true, item -> item.release() == null ? null : item.release().key()),
    SIZE("size", true, Item::size),
    FIRST_ESTIMATE("firstEstimate", false, Item::firstEstimate),
    VALUE("value", true, Item::value),
    HOURS_ESTIMATE("hours.estimate", true, item -> item.hours().estimate()),
    HOURS_INVESTED("hours.invested", true, item -> item.hours().invested()),
    HOURS_REMAINING("hours.remaining", true, item -> item.hours().remaining()),
    START("start", true, Item::start),
    FINISH("finish", true, Item::finish),
    BLOCKED("blocked", true, Item::blocked);

    private final String label;
    private final boolean editable;
    private final Function<Item, @Nullable Object> reader;

    Field(String label, boolean editable, Function<Item, @Nullable Object> reader) {
        this.label = label;
        this.editable = editable;
        this.reader = reader;
    }

    /** The field's name in forms, in the interface for programs and in messages. */
    public String label() {
        return label;
    }

    /** The item's value of this field as text; null where it has none. */
    public @Nullable String textOf(Item item) {
        var value = reader.apply(item);
        return value == null ? null : value.toString();
    }

    /**
     * The field that people may enter under this name; empty for an unknown name and for fields
     * that follow by themselves.
     */
    public static Optional<Field> findEditable(String label) {
        return find(label).filter(field -> field.editable);
    }

    public static Optional<Field> find(String label) {
        return Arrays.stream(values()).filter(field -> field.label.equals(label)).findFirst();
    }
}
