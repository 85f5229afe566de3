package greenladder.item;

import greenladder.core.change.Change;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.Person;
import greenladder.core.item.State;
import greenladder.core.ladder.Ladder;
import greenladder.item.ItemPanel.HistoryEntry;
import greenladder.item.ItemStore.Logged;
import greenladder.people.SignedIn;
import greenladder.web.Words;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** An item's changes as people tell them. */
@Component
class HistoryWords {
    private static final int MOST_CHANGES = 200;

    private final ItemStore store;
    private final LadderKeeper keeper;
    private final Clock clock;

    HistoryWords(ItemStore store, LadderKeeper keeper, Clock clock) {
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
                .map(operation ->
                        new HistoryEntry(
                                Words.since(operation.getFirst().at(), now),
                                nameOf(ladder, operation.getFirst().actor()),
                                words(ladder, operation.stream().map(Logged::change).toList())))
                .filter(entry -> !entry.what().isEmpty())
                .toList();
    }

    private static String nameOf(Ladder ladder, String handle) {
        return handle.equals(SignedIn.SYSTEM.handle())
                ? SignedIn.SYSTEM.name()
                : ladder.findPerson(handle).map(Person::name).orElse(handle);
    }

    private static List<String> words(Ladder ladder, List<Change> changes) {
        boolean made =
                changes.stream()
                        .anyMatch(change ->
                                change.field() == Field.EXISTS && change.before() == null);
        if (made) {
            return List.of("added it");
        }
        return changes.stream()
                .map(change -> words(ladder, change))
                .flatMap(Optional::stream)
                .toList();
    }

    private static Optional<String> words(Ladder ladder, Change change) {
        var before = change.before();
        var after = change.after();
        return Optional.ofNullable(
                switch (change.field()) {
                    case EXISTS, FIRST_ESTIMATE -> null;
                    case TITLE -> "renamed it from “%s”".formatted(before);
                    case DESCRIPTION ->
                            after == null ? "took the description away" : "wrote the description";
                    case RANK -> "moved it in the order";
                    case PARENT ->
                            after == null
                                    ? "took it from under " + before
                                    : "put it under " + after;
                    case STATE -> "moved it to " + stateName(ladder, change.item(), after);
                    case LEVEL -> "made it a " + after;
                    case KIND -> "made it a " + after;
                    case ASSIGNEE ->
                            after == null
                                    ? "gave it to nobody"
                                    : "gave it to " + nameOf(ladder, after);
                    case BLOCKED -> after == null ? "unblocked it" : "blocked it: " + after;
                    case SIZE -> fromTo("size", before, after);
                    case VALUE -> fromTo("value", before, after);
                    case HOURS_ESTIMATE -> fromTo("estimated hours", before, after);
                    case HOURS_INVESTED -> fromTo("hours invested", before, after);
                    case HOURS_REMAINING -> fromTo("hours remaining", before, after);
                    case START -> fromTo("start", before, after);
                    case FINISH -> fromTo("finish", before, after);
                });
    }

    private static String fromTo(String what, @Nullable String before, @Nullable String after) {
        if (after == null) {
            return "cleared the %s (was %s)".formatted(what, before);
        }
        return before == null
                ? "set the %s to %s".formatted(what, after)
                : "changed the %s from %s to %s".formatted(what, before, after);
    }

    private static String stateName(Ladder ladder, ItemKey key, @Nullable String state) {
        return ladder.findItem(key)
                .map(Item::level)
                .flatMap((Level level) -> level.findState(state == null ? "" : state))
                .map(State::name)
                .orElse(String.valueOf(state));
    }
}
