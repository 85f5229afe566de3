package greenladder.panel;

import greenladder.core.item.ItemKey;
import greenladder.item.ChangeWords;
import greenladder.item.ItemStore;
import greenladder.item.ItemStore.Logged;
import greenladder.item.LadderKeeper;
import greenladder.panel.ItemPanel.HistoryEntry;
import greenladder.web.Words;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** An item's changes as people tell them, the newest operation first. */
@Component
class History {
    private static final int MOST_CHANGES = 120;

    private final ItemStore store;
    private final LadderKeeper keeper;
    private final Clock clock;

    History(ItemStore store, LadderKeeper keeper, Clock clock) {
        this.store = store;
        this.keeper = keeper;
        this.clock = clock;
    }

    List<HistoryEntry> of(ItemKey key) {
        var ladder = keeper.current();
        var now = clock.instant();
        Map<Long, List<Logged>> byOperation = new LinkedHashMap<>();
        store.history(key, null, MOST_CHANGES)
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
                            Words.since(first.at(), now),
                            ChangeWords.nameOf(ladder, first.actor()),
                            ChangeWords.of(ladder, operation.stream().map(Logged::change).toList()),
                            first.undoneBy() != null);
                })
                .filter(entry -> !entry.what().isEmpty())
                .toList();
    }
}
