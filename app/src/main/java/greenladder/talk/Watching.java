package greenladder.talk;

import greenladder.core.item.ItemKey;
import greenladder.people.SignedIn;
import jakarta.persistence.EntityManager;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentSkipListSet;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who watches which item. Whoever is given an item, comments on it or is mentioned there watches it
 * by themselves; everybody stops as they like. Held in memory as well, since every change asks.
 */
@Component
@Transactional
public class Watching {
    private final EntityManager entities;
    private final Map<ItemKey, Set<String>> watchers = new ConcurrentHashMap<>();
    private volatile boolean loaded;

    Watching(EntityManager entities) {
        this.entities = entities;
    }

    @Transactional(propagation = Propagation.SUPPORTS)
    public boolean isWatching(SignedIn me, ItemKey item) {
        return of(item).contains(me.handle());
    }

    /** Those who watch an item, in the order of their sign-in names. */
    @Transactional(propagation = Propagation.SUPPORTS)
    public Set<String> of(ItemKey item) {
        return new TreeSet<>(watchers().getOrDefault(item, Set.of()));
    }

    public void watch(SignedIn me, ItemKey item, boolean on) {
        if (on) {
            start(me.handle(), item);
        } else {
            var row = entities.find(WatchRow.class, new WatchRow.Key(me.handle(), item.toString()));
            if (row != null) {
                entities.remove(row);
            }
            watchers().getOrDefault(item, new TreeSet<>()).remove(me.handle());
        }
    }

    void start(String handle, ItemKey item) {
        var key = new WatchRow.Key(handle, item.toString());
        if (entities.find(WatchRow.class, key) == null) {
            entities.persist(new WatchRow(handle, item.toString()));
        }
        watchers().computeIfAbsent(item, any -> new ConcurrentSkipListSet<>()).add(handle);
    }

    private Map<ItemKey, Set<String>> watchers() {
        if (!loaded) {
            synchronized (watchers) {
                if (!loaded) {
                    entities.createQuery("from WatchRow", WatchRow.class)
                            .getResultList()
                            .forEach(row ->
                                    watchers.computeIfAbsent(
                                                    ItemKey.parse(row.item).orElseThrow(),
                                                    any -> new ConcurrentSkipListSet<>())
                                            .add(row.person));
                    loaded = true;
                }
            }
        }
        return watchers;
    }
}
