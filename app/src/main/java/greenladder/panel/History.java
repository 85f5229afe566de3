package greenladder.panel;

import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Snapshot;
import greenladder.item.ChangeWords;
import greenladder.item.SnapshotKeeper;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Logged;
import greenladder.panel.ItemPanel.HistoryEntry;
import greenladder.web.Words;
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

    private final ChangeLog log;
    private final SnapshotKeeper keeper;
    private final Clock clock;

    History(ChangeLog log, SnapshotKeeper keeper, Clock clock) {
        this.log = log;
        this.keeper = keeper;
        this.clock = clock;
    }

    /** With that of the items that were merged into it. */
    List<HistoryEntry> of(ItemKey key) {
        var snapshot = keeper.current();
        var merged = snapshot.findItem(key).map(item -> item.details().merged()).orElse(List.of());
        return Stream.concat(
                        entries(snapshot, key, "").stream(),
                        merged.stream().flatMap(one -> entries(snapshot, one, one + ": ").stream()))
                .sorted(Comparator.comparing(HistoryEntry::operation).reversed())
                .limit(MOST_CHANGES)
                .toList();
    }

    /**
     * @param before what stands before each change
     */
    private List<HistoryEntry> entries(Snapshot snapshot, ItemKey key, String before) {
        Map<Long, List<Logged>> byOperation = new LinkedHashMap<>();
        log.history(key, null, MOST_CHANGES)
                .forEach(logged ->
                        byOperation
                                .computeIfAbsent(
                                        logged.point().operation(), any -> new ArrayList<>())
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
                                            operation.stream().map(Logged::change).toList())
                                    .stream()
                                    .map(what -> before + what)
                                    .toList(),
                            first.undoneBy() != null);
                })
                .filter(entry -> !entry.what().isEmpty())
                .toList();
    }
}
