package greenladder.store;

import greenladder.core.change.Change;
import greenladder.core.item.BaseField;
import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.store.CommandGateway.Saved;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What a reversal did, in the terms of what it took back: "Moved back: MSF21 to Ready". Doing again
 * says what is so now, as the first time.
 */
final class UndoWords {
    private static final Set<BaseField> PLACES =
            EnumSet.of(
                    BaseField.STATE,
                    BaseField.RANK,
                    BaseField.PARENT,
                    BaseField.SPRINT,
                    BaseField.RELEASE);

    private static final int LONGEST = 60;

    private UndoWords() {}

    /**
     * @param undone whether something was taken back, rather than done again
     */
    static String of(Saved saved, boolean undone) {
        if (saved.items().isEmpty()) {
            return (undone ? "Undone: " : "Redone: ") + PlanWords.of(saved);
        }
        var byItem = new LinkedHashMap<ItemKey, List<Change>>();
        saved.changes().stream()
                .filter(change -> !change.followed() && change.differs())
                .forEach(change ->
                        byItem.merge(
                                change.item(),
                                List.of(change),
                                (some, more) ->
                                        Stream.concat(some.stream(), more.stream()).toList()));
        if (byItem.isEmpty()) {
            return "Nothing changed";
        }
        var wheres =
                byItem.values().stream().map(changes -> where(saved, changes)).distinct().toList();
        return verb(byItem, undone)
                + ": "
                + Words.few(byItem.keySet().stream().map(ItemKey::toString).toList(), "item")
                + (wheres.size() == 1 ? wheres.getFirst() : "");
    }

    private static String verb(Map<ItemKey, List<Change>> byItem, boolean undone) {
        var changes = byItem.values().stream().flatMap(List::stream).toList();
        if (changes.stream().anyMatch(change -> change.field() == Field.EXISTS)) {
            boolean gone =
                    changes.stream()
                            .filter(change -> change.field() == Field.EXISTS)
                            .anyMatch(change -> change.after() == null);
            return gone
                    ? (undone ? "Removed again" : "Deleted again")
                    : (undone ? "Brought back" : "Added again");
        }
        var fields = changes.stream().map(change -> change.field().base()).toList();
        var verb =
                PLACES.containsAll(fields)
                        ? "Moved"
                        : fields.stream().allMatch(BaseField.ASSIGNEE::equals)
                                ? "Assigned"
                                : "Changed";
        return verb + (undone ? " back" : " again");
    }

    /** Where it stands now, or what it has now; empty where that is too much to say. */
    private static String where(Saved saved, List<Change> changes) {
        if (changes.stream().anyMatch(change -> change.field() == Field.EXISTS)) {
            return "";
        }
        var snapshot = saved.accepted().after();
        var told =
                changes.stream()
                        .map(change -> where(snapshot, saved.before(), change))
                        .filter(words -> !words.isEmpty())
                        .distinct()
                        .collect(Collectors.joining(","));
        return told.length() > LONGEST ? "" : told;
    }

    private static String where(Snapshot now, Snapshot before, Change change) {
        var after = valueOf(now, change, change.textAfter());
        var was = valueOf(before, change, change.textBefore());
        return switch (change.field().base()) {
            case STATE -> " to " + after;
            case RANK, FIRST_ESTIMATE, PARTS, REWORDED, CONFIRMED -> "";
            case PARENT -> after.isEmpty() ? " out from under " + was : " under " + after;
            case SPRINT, RELEASE -> after.isEmpty() ? " out of " + was : " to " + after;
            case ASSIGNEE -> " to " + (after.isEmpty() ? "nobody" : after);
            case TITLE -> " to “%s”".formatted(after);
            default ->
                    change.field().isDetail() || after.length() > LONGEST
                            ? ""
                            : " "
                                    + change.field().label()
                                    + (after.isEmpty() ? " empty" : " " + after);
        };
    }

    private static String valueOf(Snapshot snapshot, Change change, @Nullable String text) {
        return ChangeWords.value(snapshot, change.item(), change.field(), text);
    }
}
