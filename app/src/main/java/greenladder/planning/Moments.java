package greenladder.planning;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.HiddenScope;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.snapshot.SnapshotDelta;
import greenladder.core.trace.Comparison;
import greenladder.core.trace.Difference;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.ItemDraft;
import greenladder.log.FormerFields;
import greenladder.log.LogSearch;
import greenladder.log.LogSearch.By;
import greenladder.store.SnapshotKeeper;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.pcollections.HashTreePSet;
import org.pcollections.PSet;
import org.springframework.stereotype.Component;

/** A product as it stood at a moment, read back from the log. */
@Component
public class Moments {
    private final LogSearch log;
    private final FormerFields fields;
    private final SnapshotKeeper keeper;
    private final Clock clock;

    /** So many items as they were are kept at most, of all moments. */
    private static final int MOST_HELD = 200_000;

    /** What somebody looks at again and again. */
    private final Cache<Asked, Kept<Moment>> moments = fewKept();

    private final Cache<AskedTwo, Kept<Compared>> comparisons = fewKept();

    /**
     * @param sight of who asks
     */
    private record Asked(String product, Instant at, HiddenScope hiddenScope) {}

    /**
     * @param to null for now
     */
    private record AskedTwo(
            Difference.Scope scope, Instant from, @Nullable Instant to, HiddenScope hiddenScope) {}

    /**
     * What was found out.
     *
     * @param now when it was: it is brought up to date from there
     */
    private record Kept<T extends Held>(Snapshot now, T found) {}

    private interface Held {
        /** How many items as they were it holds. */
        int held();
    }

    Moments(LogSearch log, FormerFields fields, SnapshotKeeper keeper, Clock clock) {
        this.log = log;
        this.fields = fields;
        this.keeper = keeper;
        this.clock = clock;
    }

    /**
     * A product at a moment.
     *
     * @param changed the items that may have changed since
     * @param reading the same for moments of which one is the other brought up to date
     */
    public record Moment(Snapshot snapshot, PSet<ItemKey> changed, Object reading) implements Held {
        @Override
        public int held() {
            return changed.size();
        }
    }

    /**
     * What a reader sees of a product as it stood then. An item that cannot be so any more, as
     * where its state is gone, stays as it is. The log is read once; what changes later is added.
     *
     * @param now as the reader sees it
     */
    public Moment at(Snapshot now, String product, Instant at) {
        if (!at.isBefore(clock.instant())) {
            // What comes until then belongs to it.
            return read(now, product, at);
        }
        return kept(
                moments,
                new Asked(product, at, now.hiddenScope()),
                now,
                was -> goneOn(was, now, product),
                () -> read(now, product, at));
    }

    /** Empty where the log has to be read again. */
    private static Optional<Moment> goneOn(Kept<Moment> was, Snapshot now, String product) {
        var before = was.now().workspace();
        var after = now.workspace();
        // What items were is told by the levels and states that there are.
        if (!before.requireProduct(product).equals(after.requireProduct(product))
                || !before.teamsByKey().equals(after.teamsByKey())) {
            return Optional.empty();
        }
        var moment = was.found();
        return now.since(was.now())
                .map(since ->
                        new Moment(
                                before == after ? moment.snapshot() : moment.snapshot().with(after),
                                moment.changed().plusAll(since.before().keySet()),
                                moment.reading()));
    }

    private Moment read(Snapshot now, String product, Instant at) {
        var before = fields.at(at, product);
        var former = new HashMap<ItemKey, Optional<Item>>();
        for (int number = before.firstMade(); number <= now.lastNumber(product); number++) {
            var key = new ItemKey(product, number);
            if (now.findItem(key).isPresent()) {
                former.put(key, Optional.empty());
            }
        }
        before.fields()
                .forEach((key, values) -> {
                    if (now.findItem(key).isPresent() || !now.hides(key)) {
                        former(now, key, values, at).ifPresent(item -> former.put(key, item));
                    }
                });
        return new Moment(now.with(former), HashTreePSet.from(former.keySet()), new Object());
    }

    /** Empty where it stays as it is; in it, empty where it was not there. */
    private static Optional<Optional<Item>> former(
            Snapshot now, ItemKey key, Map<Field, Optional<String>> fields, Instant at) {
        var item = now.findItem(key);
        var draft = item.map(ItemDraft::of).orElseGet(() -> ItemDraft.blank(key));
        fields.forEach((field, text) -> draft.set(field, field.read(text.orElse(null))));
        if (!draft.exists()) {
            return item.isPresent() ? Optional.of(Optional.empty()) : Optional.empty();
        }
        try {
            return Optional.of(Optional.of(draft.toItem(now.workspace(), at)));
        } catch (IllegalArgumentException gone) {
            return Optional.empty();
        }
    }

    /**
     * What changed between two moments.
     *
     * @param to null for now
     */
    public Compared between(
            Snapshot now, Difference.Scope scope, Instant from, @Nullable Instant to) {
        var then = at(now, scope.product(), from);
        var later = to == null ? null : at(now, scope.product(), to);
        return kept(
                comparisons,
                new AskedTwo(scope, from, to, now.hiddenScope()),
                now,
                was -> was.found().goneOn(now, then, later, was.now()),
                () -> Compared.of(now, scope, then, later));
    }

    /**
     * Who changed each field of some items last between two moments of a comparison.
     *
     * @param from when the first was
     * @param to null for now
     */
    public Map<ItemKey, Map<Field, By>> lastBy(
            Compared compared, List<ItemKey> items, Instant from, @Nullable Instant to) {
        var last = compared.last;
        var unknown = items.stream().filter(key -> !last.containsKey(key)).toList();
        var read = log.lastBy(unknown, from, to);
        unknown.forEach(key -> last.put(key, read.getOrDefault(key, Map.of())));
        return last;
    }

    /** Two moments of a product held against each other. */
    public static final class Compared implements Held {
        private final Comparison comparison;
        private final Moment then;
        private final @Nullable Moment later;

        /** Who changed what last, as far as somebody asked. */
        private final Map<ItemKey, Map<Field, By>> last;

        private Compared(
                Comparison comparison,
                Moment then,
                @Nullable Moment later,
                Map<ItemKey, Map<Field, By>> last) {
            this.comparison = comparison;
            this.then = then;
            this.later = later;
            this.last = last;
        }

        private static Compared of(
                Snapshot now, Difference.Scope scope, Moment then, @Nullable Moment later) {
            var changed = then.changed();
            if (later != null) {
                changed = changed.plusAll(later.changed());
            }
            return new Compared(
                    Comparison.of(
                            then.snapshot(),
                            later == null ? now : later.snapshot(),
                            scope,
                            changed),
                    then,
                    later,
                    new ConcurrentHashMap<>());
        }

        /** Empty where a moment was read anew: then they are compared anew. */
        private Optional<Compared> goneOn(
                Snapshot now, Moment then, @Nullable Moment later, Snapshot before) {
            boolean goesOn =
                    this.then.reading() == then.reading()
                            && (later == null
                                    || this.later != null
                                            && this.later.reading() == later.reading());
            if (!goesOn) {
                return Optional.empty();
            }
            return now.since(before)
                    .map(since -> {
                        var known = new ConcurrentHashMap<>(last);
                        if (later == null) {
                            known.keySet().removeAll(since.before().keySet());
                        }
                        return new Compared(
                                later == null
                                        ? comparison.goneOn(then.snapshot(), now, since)
                                        : comparison.goneOn(
                                                then.snapshot(),
                                                later.snapshot(),
                                                new SnapshotDelta(Map.of(), Set.of())),
                                then,
                                later,
                                known);
                    });
        }

        @Override
        public int held() {
            return then.held() + (later == null ? 0 : later.held());
        }

        public Comparison comparison() {
            return comparison;
        }
    }

    /** As long as there is room in memory. */
    private static <K, T extends Held> Cache<K, Kept<T>> fewKept() {
        return Caffeine.newBuilder()
                .softValues()
                .maximumWeight(MOST_HELD)
                .weigher((K asked, Kept<T> kept) -> 1 + kept.found().held())
                .expireAfterAccess(Duration.ofMinutes(5))
                .build();
    }

    /** Where two ask for the same at once, one works for both. */
    private static <K, T extends Held> T kept(
            Cache<K, Kept<T>> cache,
            K asked,
            Snapshot now,
            Function<Kept<T>, Optional<T>> goneOn,
            Supplier<T> anew) {
        return cache.asMap()
                .compute(
                        asked,
                        (any, was) ->
                                was != null && was.now() == now
                                        ? was
                                        : new Kept<>(
                                                now,
                                                Optional.ofNullable(was)
                                                        .flatMap(goneOn)
                                                        .orElseGet(anew)))
                .found();
    }
}
