package greenladder.talk;

import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.people.SignedIn;
import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who watches which item. Whoever is given an item, comments on it or is mentioned there watches it
 * by themselves; everybody stops as they like. Held in memory as well, since every change asks.
 */
@Component
public class Watching {
    private final EntityManager entities;
    private final ChangeLog log;

    /** By person, the operation after which they began to watch; 0 for before the start. */
    private final Map<ItemKey, Map<String, Long>> watchers = new ConcurrentHashMap<>();

    private volatile boolean loaded;

    Watching(EntityManager entities, ChangeLog log) {
        this.entities = entities;
        this.log = log;
    }

    public boolean isWatching(SignedIn me, ItemKey item) {
        return watchers().getOrDefault(item, Map.of()).containsKey(me.handle());
    }

    /** Those who watch an item, in the order of their sign-in names. */
    public Set<String> of(ItemKey item) {
        return new TreeSet<>(watchers().getOrDefault(item, Map.of()).keySet());
    }

    /**
     * Those who watched an item already when an operation came: operations are told of a little
     * later than they happen.
     */
    Set<String> before(long operation, ItemKey item) {
        var before = new TreeSet<String>();
        watchers()
                .getOrDefault(item, Map.of())
                .forEach((handle, since) -> {
                    if (since < operation) {
                        before.add(handle);
                    }
                });
        return before;
    }

    @Transactional
    public void watch(SignedIn me, ItemKey item, boolean on) {
        if (on) {
            start(me.handle(), item);
        } else {
            var row = entities.find(WatchRow.class, new WatchRow.Key(me.handle(), item.toString()));
            if (row != null) {
                entities.remove(row);
            }
            watchers().getOrDefault(item, new HashMap<>()).remove(me.handle());
        }
    }

    @Transactional
    void start(String handle, ItemKey item) {
        start(handle, item, log.lastOperation());
    }

    @Transactional
    void start(String handle, ItemKey item, long operation) {
        var key = new WatchRow.Key(handle, item.toString());
        if (entities.find(WatchRow.class, key) == null) {
            entities.persist(new WatchRow(handle, item.toString()));
        }
        watchers()
                .computeIfAbsent(item, any -> new ConcurrentHashMap<>())
                .putIfAbsent(handle, operation);
    }

    private Map<ItemKey, Map<String, Long>> watchers() {
        if (!loaded) {
            synchronized (watchers) {
                if (!loaded) {
                    entities.createQuery("from WatchRow", WatchRow.class)
                            .getResultList()
                            .forEach(row ->
                                    watchers.computeIfAbsent(
                                                    ItemKey.parse(row.item).orElseThrow(),
                                                    any -> new ConcurrentHashMap<>())
                                            .putIfAbsent(row.person, 0L));
                    loaded = true;
                }
            }
        }
        return watchers;
    }
}
