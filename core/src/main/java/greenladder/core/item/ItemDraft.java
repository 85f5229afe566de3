package greenladder.core.item;

import static java.util.Objects.requireNonNull;

import greenladder.core.rank.Rank;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * An item while its fields are being set from text; what is not set stays as it was, whatever it
 * is. Texts are in the form that {@link Field#textOf} writes; anything else is a caller's error,
 * since what people enter is checked before it comes here.
 */
public final class ItemDraft {
    private final ItemKey key;
    private final @Nullable Item before;

    /** What was set; null where a field was emptied. */
    private final Map<Field, @Nullable String> texts = new TreeMap<>();

    private ItemDraft(ItemKey key, @Nullable Item before) {
        this.key = key;
        this.before = before;
    }

    public static ItemDraft blank(ItemKey key) {
        return new ItemDraft(key, null);
    }

    public static ItemDraft of(Item item) {
        return new ItemDraft(item.key(), item);
    }

    public void set(Field field, @Nullable String text) {
        texts.put(field, text);
    }

    public Optional<String> text(Field field) {
        return Optional.ofNullable(now(field));
    }

    public boolean exists() {
        return now(Field.EXISTS) != null;
    }

    /** The item with the fields set so far, one version on. */
    public Item toItem(Workspace workspace, Instant at) {
        return toItem(workspace, at, before == null ? 1 : before.version() + 1);
    }

    /** The item with the fields set so far, at a version. */
    public Item toItem(Workspace workspace, Instant updatedAt, long version) {
        var level =
                workspace
                        .requireProduct(key.product())
                        .levels()
                        .find(required(Field.LEVEL))
                        .orElseThrow(() -> unusable(Field.LEVEL));
        var team = now(Field.TEAM);
        var state =
                workspace
                        .statesOf(level, team)
                        .find(required(Field.STATE))
                        .orElseThrow(() -> unusable(Field.STATE));
        var blocked = now(Field.BLOCKED);
        return new Item(
                key,
                level,
                required(Field.KIND),
                required(Field.TITLE),
                text(Field.DESCRIPTION).orElse(""),
                state,
                value(
                        Field.PARENT,
                        Item::parent,
                        text -> ItemKey.parse(text).orElseThrow(() -> unusable(Field.PARENT))),
                requireNonNull(value(Field.RANK, Item::rank, Rank::new), () -> missing(Field.RANK)),
                now(Field.ASSIGNEE),
                team,
                known(Field.SPRINT, workspace.sprintsByKey()),
                known(Field.RELEASE, workspace.releasesByKey()),
                amount(Field.SIZE, Item::size),
                amount(Field.FIRST_ESTIMATE, Item::firstEstimate),
                amount(Field.VALUE, Item::value),
                new Hours(
                        amount(Field.HOURS_ESTIMATE, item -> item.hours().estimate()),
                        amount(Field.HOURS_INVESTED, item -> item.hours().invested()),
                        amount(Field.HOURS_REMAINING, item -> item.hours().remaining())),
                value(Field.START, Item::start, LocalDate::parse),
                value(Field.FINISH, Item::finish, LocalDate::parse),
                blocked,
                details(),
                before == null
                        ? Times.ofNew(state, blocked, updatedAt)
                        : Times.after(before, state, blocked, updatedAt),
                now(Field.RAISED_BY),
                requireNonNull(
                        value(Field.EXISTS, Item::createdAt, Instant::parse),
                        () -> missing(Field.EXISTS)),
                updatedAt,
                version);
    }

    private Details details() {
        return before != null && texts.keySet().stream().noneMatch(Field::isDetail)
                ? before.details()
                : Details.of(allTexts());
    }

    private Map<Field, String> allTexts() {
        var all = new TreeMap<Field, String>();
        Stream.concat(
                        before == null ? Stream.of() : Field.allOf(before).stream(),
                        texts.keySet().stream())
                .forEach(field -> text(field).ifPresent(text -> all.put(field, text)));
        return all;
    }

    /** A field as text, as it is now; null for none. */
    private @Nullable String now(Field field) {
        return value(field, field::textOf, text -> text);
    }

    /**
     * A field as it is now.
     *
     * @param kept takes it from the item as it was
     * @param read takes it from a text that was set
     */
    private <T extends Object> @Nullable T value(
            Field field, Function<Item, @Nullable T> kept, Function<String, T> read) {
        if (before != null && !texts.containsKey(field)) {
            return kept.apply(before);
        }
        var text = texts.get(field);
        return text == null ? null : read.apply(text);
    }

    private @Nullable String known(Field field, Map<String, ?> all) {
        var text = now(field);
        if (text != null && !all.containsKey(text)) {
            throw unusable(field);
        }
        return text;
    }

    private @Nullable Amount amount(Field field, Function<Item, @Nullable Amount> kept) {
        return value(field, kept, text -> Amount.parse(text).orElseThrow(() -> unusable(field)));
    }

    private String required(Field field) {
        return requireNonNull(now(field), () -> missing(field));
    }

    private String missing(Field field) {
        return key + " has no " + field.label();
    }

    private IllegalArgumentException unusable(Field field) {
        return new IllegalArgumentException(key + ": " + field.label() + " " + now(field));
    }
}
