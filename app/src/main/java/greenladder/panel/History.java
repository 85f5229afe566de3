package greenladder.panel;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Logged;
import greenladder.panel.ItemPanel.HistoryEntry;
import greenladder.people.SignedIn;
import greenladder.store.LogReading;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** An item's changes as people tell them, the newest operation first. */
@Component
class History {
    private static final int MOST_CHANGES = 120;

    /** Of so many items their changes are kept, until the next one makes another node of them. */
    private static final int MOST_KEPT = 500;

    private final Cache<Node, List<Logged>> kept =
            Caffeine.newBuilder().weakKeys().maximumSize(MOST_KEPT).build();

    private final ChangeLog log;
    private final LogReading reading;
    private final SnapshotKeeper keeper;
    private final Clock clock;

    History(ChangeLog log, LogReading reading, SnapshotKeeper keeper, Clock clock) {
        this.log = log;
        this.reading = reading;
        this.keeper = keeper;
        this.clock = clock;
    }

    /** With that of the items that were merged into it. */
    List<HistoryEntry> of(SignedIn me, ItemKey key) {
        var snapshot = keeper.seenBy(me);
        var node = snapshot.findNode(key);
        var merged = node.map(one -> one.item().details().merged()).orElse(List.of());
        var changes = node.map(one -> kept.get(one, any -> read(key))).orElseGet(() -> read(key));
        return Stream.concat(
                        entries(snapshot, changes, "").stream(),
                        merged.stream()
                                .flatMap(one -> entries(snapshot, read(one), one + ": ").stream()))
                .sorted(Comparator.comparing(HistoryEntry::operation).reversed())
                .limit(MOST_CHANGES)
                .toList();
    }

    private List<Logged> read(ItemKey key) {
        return log.history(key, null, MOST_CHANGES);
    }

    /**
     * @param before what stands before each change
     */
    private List<HistoryEntry> entries(Snapshot snapshot, List<Logged> changes, String before) {
        Map<Long, List<Logged>> byOperation = new LinkedHashMap<>();
        changes.forEach(logged ->
                byOperation
                        .computeIfAbsent(logged.point().operation(), any -> new ArrayList<>())
                        .add(logged));
        return byOperation.values().stream()
                .map(operation -> {
                    var first = operation.getFirst();
                    return new HistoryEntry(
                            first.point().operation(),
                            first.at(),
                            Words.since(first.at(), clock),
                            ChangeWords.nameOf(snapshot, first.actor()),
                            ChangeWords.of(
                                            snapshot,
                                            operation.stream()
                                                    .map(Logged::change)
                                                    .filter(change ->
                                                            reading.isTold(snapshot, change))
                                                    .toList())
                                    .stream()
                                    .map(what -> before + what)
                                    .toList(),
                            first.undoneBy() != null);
                })
                .filter(entry -> !entry.what().isEmpty())
                .toList();
    }
}
