package greenladder.core.item;

import static java.util.Objects.requireNonNull;

import greenladder.core.rank.Rank;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * An item while its fields are being set from text. Texts are in the form that {@link Field#textOf}
 * writes; anything else is a caller's error, since what people enter is checked before it comes
 * here.
 */
public final class ItemDraft {
    private final ItemKey key;
    private final Map<Field, String> texts = new TreeMap<>();
    private final @Nullable Item before;
    private boolean detailsChanged = true;

    private ItemDraft(ItemKey key, @Nullable Item before) {
        this.key = key;
        this.before = before;
        if (before != null) {
            for (var field : Field.allOf(before)) {
                set(field, field.textOf(before));
            }
            detailsChanged = false;
        }
    }

    public static ItemDraft blank(ItemKey key) {
        return new ItemDraft(key, null);
    }

    public static ItemDraft of(Item item) {
        return new ItemDraft(item.key(), item);
    }

    public void set(Field field, @Nullable String text) {
        detailsChanged |= field.isDetail();
        if (text == null) {
            texts.remove(field);
        } else {
            texts.put(field, text);
        }
    }

    public Optional<String> text(Field field) {
        return Optional.ofNullable(texts.get(field));
    }

    public boolean exists() {
        return texts.containsKey(Field.EXISTS);
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
        var team = texts.get(Field.TEAM);
        var state =
                workspace
                        .statesOf(level, team)
                        .find(required(Field.STATE))
                        .orElseThrow(() -> unusable(Field.STATE));
        return new Item(
                key,
                level,
                required(Field.KIND),
                required(Field.TITLE),
                texts.getOrDefault(Field.DESCRIPTION, ""),
                state,
                parent(),
                new Rank(required(Field.RANK)),
                texts.get(Field.ASSIGNEE),
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
                date(Field.START),
                date(Field.FINISH),
                texts.get(Field.BLOCKED),
                before != null && !detailsChanged ? before.details() : Details.of(texts),
                before == null
                        ? Times.ofNew(state, texts.get(Field.BLOCKED), updatedAt)
                        : Times.after(before, state, texts.get(Field.BLOCKED), updatedAt),
                texts.get(Field.RAISED_BY),
                Instant.parse(required(Field.EXISTS)),
                updatedAt,
                version);
    }

    private @Nullable String known(Field field, Map<String, ?> all) {
        var text = texts.get(field);
        if (text != null && !all.containsKey(text)) {
            throw unusable(field);
        }
        return text;
    }

    private @Nullable ItemKey parent() {
        var text = texts.get(Field.PARENT);
        if (text == null) {
            return null;
        }
        // The parent's key object is kept where it did not change: a hundred thousand items share
        // theirs.
        if (before != null && before.parent() != null && before.parent().toString().equals(text)) {
            return before.parent();
        }
        return ItemKey.parse(text).orElseThrow(() -> unusable(Field.PARENT));
    }

    private @Nullable Amount amount(Field field) {
        var text = texts.get(field);
        return text == null ? null : Amount.parse(text).orElseThrow(() -> unusable(field));
    }

    private @Nullable LocalDate date(Field field) {
        var text = texts.get(field);
        return text == null ? null : LocalDate.parse(text);
    }

    private String required(Field field) {
        return requireNonNull(texts.get(field), () -> key + " has no " + field.label());
    }

    private IllegalArgumentException unusable(Field field) {
        return new IllegalArgumentException(key + ": " + field.label() + " " + texts.get(field));
    }
}
