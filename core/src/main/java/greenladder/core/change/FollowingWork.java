package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.StandardFields;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What follows while people work: hand-overs by the rules of the team, waiting that ends when what
 * was waited for is done, entries of hours for a figure that was set as a whole, and an acceptance
 * that no longer holds. These are changes like those that somebody asked for, so that all go back
 * together.
 */
final class FollowingWork {
    private final Snapshot before;
    private final Snapshot after;
    private final Map<ItemKey, Map<Field, Change>> asked = new LinkedHashMap<>();
    private final List<Change> following = new ArrayList<>();

    private FollowingWork(Snapshot before, Snapshot after, Collection<Change> changes) {
        this.before = before;
        this.after = after;
        changes.forEach(change ->
                asked.computeIfAbsent(change.item(), any -> new LinkedHashMap<>())
                        .put(change.field(), change));
    }

    static List<Change> of(
            Snapshot before, Snapshot after, Collection<Change> changes, Instant at) {
        var work = new FollowingWork(before, after, changes);
        work.asked.forEach((key, fields) ->
                work.after.findItem(key).ifPresent(item -> work.follow(item, fields, at)));
        return work.following;
    }

    private void follow(Item item, Map<Field, Change> fields, Instant at) {
        if (fields.containsKey(Field.STATE)) {
            var was = before.findItem(item.key()).orElse(null);
            following.addAll(HandingOver.of(after, was, item, fields.containsKey(Field.ASSIGNEE)));
            boolean isLeft = was != null && was.isDone() && !item.isDone();
            if (isLeft && item.details().doing().accepted() != null) {
                set(item, Field.ACCEPTED, null);
            }
            if (item.isDone() && (was == null || !was.isDone())) {
                after.marked(Mark.WAITS_FOR, item.key().toString())
                        .forEach(node -> lift(node.item()));
            }
        }
        if (fields.containsKey(Field.HOURS_INVESTED)
                && fields.keySet().stream().noneMatch(Field::isWorked)) {
            var was = before.findItem(item.key()).orElse(null);
            HourLog.ofFigure(before.workspace(), was, item, at)
                    .forEach(entry -> set(item, entry.field(), entry));
        }
        followWaiting(item, fields);
    }

    /** Waiting says itself why an item is blocked; what is not blocked waits for nothing. */
    private void followWaiting(Item item, Map<Field, Change> fields) {
        if (fields.containsKey(Field.BLOCKED) && item.blocked() == null) {
            waiting(field -> {
                if (!fields.containsKey(field)) {
                    set(item, field, null);
                }
            });
            return;
        }
        if (item.blocked() == null && !item.isDone()) {
            Stream.of(StandardFields.WAITS_FOR, StandardFields.WAITS_ON)
                    .map(Field::custom)
                    .filter(fields::containsKey)
                    .flatMap(field -> Stream.ofNullable(field.textOf(item)))
                    .findFirst()
                    .ifPresent(other -> set(item, Field.BLOCKED, "waits for " + other));
        }
    }

    private void lift(Item item) {
        set(item, Field.BLOCKED, null);
        waiting(field -> set(item, field, null));
    }

    private static void waiting(Consumer<Field> consumer) {
        List.of(StandardFields.WAITS_FOR, StandardFields.WAITS_ON, StandardFields.ASK_AGAIN)
                .forEach(key -> consumer.accept(Field.custom(key)));
    }

    private void set(Item item, Field field, @Nullable Object value) {
        var change = Change.of(item, field, value);
        if (change.differs()) {
            following.add(change);
        }
    }
}
