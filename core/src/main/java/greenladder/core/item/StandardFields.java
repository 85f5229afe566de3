package greenladder.core.item;

import greenladder.core.value.ItemKey;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Fields that every product has beside those of {@link BaseField}, each described here and nowhere
 * else: shown, read, checked, told, filtered, sorted, grouped and given to programs like a
 * product's own, under a name without a prefix.
 */
public final class StandardFields {
    /** Of where an item's dates come from: what stands below it. */
    public static final String ROLLED_UP = "rolled up";

    /** Days by which something within an item has to be so. */
    public static final String MILESTONES = "milestones";

    /** People who work on an item beside the one who leads. */
    public static final String HELPERS = "helpers";

    /** The item that has to be done before work on this one can go on. */
    public static final String WAITS_FOR = "waitsFor";

    /** Somebody who has to do something before it can, of the workspace or not. */
    public static final String WAITS_ON = "waitsOn";

    /** The day on which they are asked again. */
    public static final String ASK_AGAIN = "askAgain";

    /** The only people who see an item and what is below it. */
    public static final String READERS = "readers";

    /** Those that people who work on an item keep true, see {@link Field#isWork}. */
    static final Set<String> WORK = Set.of(HELPERS, WAITS_FOR, WAITS_ON, ASK_AGAIN);

    public static final List<CustomField> ALL =
            List.of(
                    new CustomField(
                            "risk",
                            "Risk",
                            CustomField.Type.ONE_OF,
                            List.of("low", "medium", "high")),
                    new CustomField("persona", "Persona", CustomField.Type.TEXT, List.of()),
                    new CustomField("activity", "Activity", CustomField.Type.TEXT, List.of()),
                    new CustomField("skill", "Skill", CustomField.Type.TEXT, List.of()),
                    new CustomField(HELPERS, "Helpers", CustomField.Type.PEOPLE, List.of()),
                    new CustomField(WAITS_FOR, "Waits for", CustomField.Type.ITEM, List.of()),
                    new CustomField(
                            WAITS_ON, "Waits for somebody", CustomField.Type.TEXT, List.of()),
                    new CustomField(ASK_AGAIN, "Ask again on", CustomField.Type.DATE, List.of()),
                    new CustomField("milestone", "Milestone", CustomField.Type.TEXT, List.of()),
                    new CustomField(
                            StandardFields.MILESTONES,
                            "Milestones within",
                            CustomField.Type.NAMED_DAYS,
                            List.of()),
                    new CustomField(
                            READERS, "Named readers only", CustomField.Type.PEOPLE, List.of()),
                    new CustomField(
                            "datesFrom",
                            "Dates from",
                            CustomField.Type.ONE_OF,
                            List.of("own", StandardFields.ROLLED_UP)));

    private StandardFields() {}

    /** The milestones within an item, that those below it can be for. */
    public static List<Milestone> milestones(Item item) {
        var text = item.details().custom().get(MILESTONES);
        return text == null ? List.of() : text.lines().map(Milestone::parse).toList();
    }

    /**
     * What somebody is told of a field: where nothing was said of an item's dates, they are its
     * own.
     */
    public static @Nullable String valueOf(CustomField field, Item item) {
        var text = field.field().textOf(item);
        return text == null && field.key().equals("datesFrom") ? field.choices().getFirst() : text;
    }

    /** Who works on an item beside the one who leads. */
    public static List<String> helpers(Item item) {
        var text = item.details().custom().get(HELPERS);
        return text == null ? List.of() : List.of(text.split(", "));
    }

    /** The only people who see an item and what is below it; empty where everybody does. */
    public static Optional<Set<String>> readers(Item item) {
        return Optional.ofNullable(item.details().custom().get(READERS))
                .map(text -> Set.of(text.split(", ")));
    }

    /** The item that an item waits for. */
    public static Optional<ItemKey> waitsFor(Item item) {
        return Optional.ofNullable(item.details().custom().get(WAITS_FOR)).flatMap(ItemKey::parse);
    }

    /** Whether an item's dates follow what stands below it. */
    public static boolean rollsUpDates(Item item) {
        return ROLLED_UP.equals(item.details().custom().get("datesFrom"));
    }

    public static Optional<CustomField> find(String key) {
        return ALL.stream().filter(field -> field.key().equals(key)).findFirst();
    }
}
