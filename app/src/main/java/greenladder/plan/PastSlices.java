package greenladder.plan;

import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Sprint;
import greenladder.core.snapshot.Snapshot;
import greenladder.log.ChangeLog;
import greenladder.planning.SprintFigures;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** A closed sprint as it stood when it was closed, read back from the log. */
@Component
class PastSlices {
    /** Of an item, so many changes since are read at most. */
    private static final int MOST_CHANGES = 2_000;

    private final SprintFigures figures;
    private final ChangeLog log;

    PastSlices(SprintFigures figures, ChangeLog log) {
        this.figures = figures;
        this.log = log;
    }

    /**
     * An item as it was.
     *
     * @param above its parent then, that one's parent, and so on
     */
    record PastCard(ItemKey key, String title, String size, boolean done, List<ItemKey> above) {}

    /** What was in a sprint at its close, what was completed first. */
    List<PastCard> of(Snapshot snapshot, Sprint sprint) {
        var at = sprint.closedAt();
        if (at == null) {
            return List.of();
        }
        var report = figures.report(snapshot.workspace(), sprint);
        var past = new Past(snapshot, at);
        var cards = new ArrayList<PastCard>();
        report.completed().items().forEach(key -> cards.add(past.card(key, true)));
        report.carriedOver().items().forEach(key -> cards.add(past.card(key, false)));
        return cards;
    }

    private final class Past {
        private final Snapshot snapshot;
        private final Instant at;
        private final Map<ItemKey, Map<Field, @Nullable String>> changed = new HashMap<>();

        Past(Snapshot snapshot, Instant at) {
            this.snapshot = snapshot;
            this.at = at;
        }

        PastCard card(ItemKey key, boolean done) {
            return new PastCard(
                    key,
                    Objects.requireNonNullElse(value(key, Field.TITLE), key.toString()),
                    Objects.requireNonNullElse(value(key, Field.SIZE), "–"),
                    done,
                    above(key));
        }

        private List<ItemKey> above(ItemKey key) {
            var above = new ArrayList<ItemKey>();
            Set<ItemKey> seen = new HashSet<>();
            var next = parent(key);
            while (next != null && seen.add(next)) {
                above.add(next);
                next = parent(next);
            }
            return above;
        }

        private @Nullable ItemKey parent(ItemKey key) {
            var text = value(key, Field.PARENT);
            return text == null ? null : ItemKey.parse(text).orElse(null);
        }

        /** What a field was: before the first change of it since, else what it is. */
        private @Nullable String value(ItemKey key, Field field) {
            var since = changed.computeIfAbsent(key, this::since);
            return since.containsKey(field)
                    ? since.get(field)
                    : snapshot.findItem(key).map(field::textOf).orElse(null);
        }

        private Map<Field, @Nullable String> since(ItemKey key) {
            var first = new LinkedHashMap<Field, @Nullable String>();
            log.history(key, null, MOST_CHANGES).stream()
                    .filter(one -> one.at().isAfter(at))
                    .forEach(one -> first.put(one.change().field(), one.change().before()));
            return first;
        }
    }
}
