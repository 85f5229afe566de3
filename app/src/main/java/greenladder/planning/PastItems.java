package greenladder.planning;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.ItemDraft;
import greenladder.log.ChangeLog;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Items as they stood at a moment of the past, read back from the log. */
@Component
public class PastItems {
    /** Of an item, so many changes since are read at most. */
    private static final int MOST_CHANGES = 2_000;

    /** Of all texts that are kept. */
    private static final int MOST_CHARACTERS = 4_000_000;

    private final ChangeLog log;

    /**
     * What is past stays as it was, so that what an item of some version was at a moment is read
     * from the log once.
     */
    private final Cache<Asked, Map<Field, @Nullable Object>> known =
            Caffeine.newBuilder()
                    .maximumWeight(MOST_CHARACTERS)
                    .weigher((Asked asked, Map<Field, @Nullable Object> since) -> weight(since))
                    .build();

    PastItems(ChangeLog log) {
        this.log = log;
    }

    /** What stood at a moment, given what stands now. */
    public Past at(Snapshot snapshot, Instant at) {
        return new Past(snapshot, at);
    }

    private record Asked(ItemKey item, long version, Instant at) {}

    private static int weight(Map<Field, @Nullable Object> since) {
        int characters = 100;
        for (var one : since.entrySet()) {
            var text = one.getKey().write(one.getValue());
            characters += text == null ? 0 : text.length();
        }
        return characters;
    }

    /** The items of one moment; the changes of each are read once. */
    public final class Past {
        private final Snapshot snapshot;
        private final Instant at;
        private final Map<ItemKey, Map<Field, @Nullable Object>> changed = new HashMap<>();

        private Past(Snapshot snapshot, Instant at) {
            this.snapshot = snapshot;
            this.at = at;
        }

        /** What a field was, as text: before the first change of it since, else what it is. */
        public @Nullable String text(ItemKey key, Field field) {
            return field.write(value(key, field));
        }

        private @Nullable Object value(ItemKey key, Field field) {
            var since = changed.computeIfAbsent(key, this::since);
            return since.containsKey(field)
                    ? since.get(field)
                    : snapshot.findItem(key).map(field::valueOf).orElse(null);
        }

        /** The parent of an item, that one's parent, and so on. */
        public List<ItemKey> above(ItemKey key) {
            var above = new ArrayList<ItemKey>();
            Set<ItemKey> seen = new HashSet<>();
            var next = parent(key);
            while (next != null && seen.add(next)) {
                above.add(next);
                next = parent(next);
            }
            return above;
        }

        /**
         * The snapshot in which some fields of some items are as they were then. An item that
         * cannot be so any more, as where its state is gone, stays as it is.
         */
        public Snapshot with(Collection<ItemKey> items, Collection<Field> fields) {
            var former = new HashMap<ItemKey, Optional<Item>>();
            for (var key : items) {
                snapshot.findItem(key)
                        .flatMap(item -> former(item, fields))
                        .ifPresent(item -> former.put(key, Optional.of(item)));
            }
            return snapshot.with(former);
        }

        private Optional<Item> former(Item item, Collection<Field> fields) {
            var draft = ItemDraft.of(item);
            fields.forEach(field -> draft.set(field, value(item.key(), field)));
            try {
                return Optional.of(draft.toItem(snapshot.workspace(), at));
            } catch (IllegalArgumentException gone) {
                return Optional.empty();
            }
        }

        private @Nullable ItemKey parent(ItemKey key) {
            return (ItemKey) value(key, Field.PARENT);
        }

        private Map<Field, @Nullable Object> since(ItemKey key) {
            return snapshot.findItem(key)
                    .map(item ->
                            known.get(new Asked(key, item.version(), at), _ -> readSince(key, at)))
                    .orElseGet(() -> readSince(key, at));
        }
    }

    private Map<Field, @Nullable Object> readSince(ItemKey key, Instant at) {
        var first = new LinkedHashMap<Field, @Nullable Object>();
        log.history(key, null, MOST_CHANGES).stream()
                .filter(one -> one.at().isAfter(at))
                .forEach(one -> first.put(one.change().field(), one.change().before()));
        return first;
    }
}
