package greenladder.planning;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemDraft;
import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.Difference;
import greenladder.item.SnapshotKeeper;
import greenladder.log.FormerFields;
import greenladder.log.LogSearch;
import greenladder.log.LogSearch.By;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** A product as it stood at a moment, read back from the log. */
@Component
public class Moments {
    private final LogSearch log;
    private final FormerFields fields;
    private final SnapshotKeeper keeper;

    /** What somebody looks at again and again while nothing changes. */
    private final Cache<Snapshot, Map<Object, Object>> kept =
            Caffeine.newBuilder()
                    .weakKeys()
                    .maximumSize(4)
                    .expireAfterAccess(Duration.ofMinutes(5))
                    .build();

    Moments(LogSearch log, FormerFields fields, SnapshotKeeper keeper) {
        this.log = log;
        this.fields = fields;
        this.keeper = keeper;
    }

    /**
     * A product at a moment.
     *
     * @param changed the items that may have changed since
     */
    public record Moment(Snapshot snapshot, Collection<ItemKey> changed) {}

    /**
     * What a reader sees of a product as it stood then. An item that cannot be so any more, as
     * where its state is gone, stays as it is.
     *
     * @param now as the reader sees it
     */
    public Moment at(Snapshot now, String product, Instant at) {
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
                    if (now.findItem(key).isPresent() || !keeper.hides(key)) {
                        former(now, key, values, at).ifPresent(item -> former.put(key, item));
                    }
                });
        return new Moment(now.with(former), former.keySet());
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
        return kept(now, new Asked(scope, from, to), () -> compare(now, scope, from, to));
    }

    private record Asked(Difference.Scope scope, Instant from, @Nullable Instant to) {}

    /**
     * Who changed each field of some items last between two moments.
     *
     * @param to null for now
     */
    public Map<ItemKey, Map<Field, By>> lastBy(
            Snapshot now, List<ItemKey> items, Instant from, @Nullable Instant to) {
        return kept(now, new LastBy(items, from, to), () -> log.lastBy(items, from, to));
    }

    private record LastBy(List<ItemKey> items, Instant from, @Nullable Instant to) {}

    @SuppressWarnings("unchecked")
    private <T> T kept(Snapshot now, Object asked, Supplier<T> worked) {
        return (T)
                kept.get(now, any -> new ConcurrentHashMap<>())
                        .computeIfAbsent(asked, any -> worked.get());
    }

    private Compared compare(
            Snapshot now, Difference.Scope scope, Instant from, @Nullable Instant to) {
        var then = at(now, scope.product(), from);
        var later = to == null ? new Moment(now, then.changed()) : at(now, scope.product(), to);
        var changed = new HashSet<>(then.changed());
        changed.addAll(later.changed());
        return new Compared(
                Difference.between(then.snapshot(), later.snapshot(), scope, changed),
                then.snapshot(),
                later.snapshot());
    }

    public record Compared(Difference difference, Snapshot then, Snapshot now) {}
}
