package greenladder.core.workspace;

import static java.util.Objects.requireNonNull;

import greenladder.core.item.Details;
import greenladder.core.item.Field;
import greenladder.core.item.Hours;
import greenladder.core.item.Item;
import greenladder.core.item.Times;
import greenladder.core.rank.Rank;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * An item while its fields are being set; what is not set stays as it was. Values are those that
 * {@link Field#valueOf} gives; anything else is a caller's error, since what people enter is
 * checked before it comes here.
 */
public final class ItemDraft {
    private final ItemKey key;
    private final @Nullable Item before;

    /** What was set; null where a field was emptied. */
    private final Map<Field, @Nullable Object> values = new TreeMap<>();

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

    public void set(Field field, @Nullable Object value) {
        values.put(field, field.fit(value));
    }

    /** A field as it is now, of a type that is known to be the field's. */
    public <T> Optional<T> value(Field field, Class<T> type) {
        return Optional.ofNullable(now(field, type));
    }

    /** A field of text as it is now. */
    public Optional<String> text(Field field) {
        return value(field, String.class);
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
                        .find(required(Field.LEVEL, String.class))
                        .orElseThrow(() -> unusable(Field.LEVEL));
        var team = word(Field.TEAM);
        var state =
                workspace
                        .statesOf(level, team)
                        .find(required(Field.STATE, String.class))
                        .orElseThrow(() -> unusable(Field.STATE));
        var blocked = word(Field.BLOCKED);
        return new Item(
                key,
                level,
                required(Field.KIND, String.class),
                required(Field.TITLE, String.class),
                text(Field.DESCRIPTION).orElse(""),
                state,
                now(Field.PARENT, ItemKey.class),
                required(Field.RANK, Rank.class),
                word(Field.ASSIGNEE),
                team,
                known(Field.SPRINT, workspace.sprintsByKey()),
                known(Field.RELEASE, workspace.releasesByKey()),
                amount(Field.SIZE),
                amount(Field.FIRST_ESTIMATE),
                amount(Field.VALUE),
                new Hours(
                        amount(Field.HOURS_ESTIMATE),
                        amount(Field.HOURS_INVESTED),
                        amount(Field.HOURS_REMAINING)),
                now(Field.START, LocalDate.class),
                now(Field.FINISH, LocalDate.class),
                blocked,
                details(),
                before == null
                        ? Times.ofNew(state, blocked, updatedAt)
                        : Times.after(before, state, blocked, updatedAt),
                word(Field.RAISED_BY),
                required(Field.EXISTS, Instant.class),
                updatedAt,
                version);
    }

    private Details details() {
        return before != null && values.keySet().stream().noneMatch(Field::isDetail)
                ? before.details()
                : Details.of(allValues());
    }

    private Map<Field, Object> allValues() {
        var all = new TreeMap<Field, Object>();
        Stream.concat(
                        before == null ? Stream.of() : Field.allOf(before).stream(),
                        values.keySet().stream())
                .forEach(field -> {
                    var value = now(field);
                    if (value != null) {
                        all.put(field, value);
                    }
                });
        return all;
    }

    private @Nullable Object now(Field field) {
        return before == null || values.containsKey(field)
                ? values.get(field)
                : field.valueOf(before);
    }

    private <T> @Nullable T now(Field field, Class<T> type) {
        return type.cast(now(field));
    }

    private @Nullable String word(Field field) {
        return now(field, String.class);
    }

    private @Nullable Amount amount(Field field) {
        return now(field, Amount.class);
    }

    private @Nullable String known(Field field, Map<String, ?> all) {
        var key = word(field);
        if (key != null && !all.containsKey(key)) {
            throw unusable(field);
        }
        return key;
    }

    private <T> T required(Field field, Class<T> type) {
        return requireNonNull(now(field, type), () -> key + " has no " + field.label());
    }

    private IllegalArgumentException unusable(Field field) {
        return new IllegalArgumentException(key + ": " + field.label() + " " + now(field));
    }
}
