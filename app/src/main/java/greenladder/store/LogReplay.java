package greenladder.store;

import greenladder.core.change.Change;
import greenladder.core.change.Changes;
import greenladder.core.change.PlanChange;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import greenladder.core.workspace.Workspace;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Entry;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes a snapshot of another one and the log after it. Where the log cannot be lived through again
 * that is noted, and the rest goes on.
 */
final class LogReplay {
    private static final Logger LOG = LoggerFactory.getLogger(LogReplay.class);
    private static final int STEP = 500;

    /** A fact that every part has for as long as it is there. */
    private static final String NAME = "name";

    private final ChangeLog log;
    private final List<String> unread = new ArrayList<>();
    private final TreeSet<ItemKey> items = new TreeSet<>();
    private final TreeSet<PlanKey> plans = new TreeSet<>();
    private Snapshot snapshot;
    private long operations;

    /** The last operation that was read, or could not be. */
    private long passed;

    /**
     * @param from the snapshot of an operation
     */
    LogReplay(ChangeLog log, Snapshot from) {
        this.log = log;
        this.snapshot = from;
    }

    /**
     * The workspace before the first operation: what parts of it had when the log first tells of
     * them, and what it never told of, as it is kept.
     */
    static Workspace beginning(ChangeLog log, Workspace kept) {
        var first = new HashMap<PlanKey, Map<String, @Nullable String>>();
        new LogReplay(log, Snapshot.empty())
                .forEach(0, Long.MAX_VALUE, entry -> noteFirst(entry, first));
        var workspace = kept;
        for (var part : new TreeMap<>(first).descendingMap().entrySet()) {
            var facts = new TreeMap<>(PlanFacts.of(kept, part.getKey()));
            part.getValue()
                    .forEach((fact, before) -> {
                        if (before == null) {
                            facts.remove(fact);
                        } else {
                            facts.put(fact, before);
                        }
                    });
            boolean isMade = part.getValue().containsValue(null) && !facts.containsKey(NAME);
            workspace = PlanFacts.put(workspace, part.getKey(), isMade ? Map.of() : facts);
        }
        return workspace;
    }

    /** Null says that the fact was not there: the first word counts, and that one too. */
    private static void noteFirst(Entry entry, Map<PlanKey, Map<String, @Nullable String>> first) {
        for (var change : entry.plans()) {
            var facts = first.computeIfAbsent(change.subject(), any -> new HashMap<>());
            if (!facts.containsKey(change.fact())) {
                facts.put(change.fact(), change.before());
            }
        }
    }

    /** Lives through all operations after one, up to another. */
    LogReplay through(long after, long last) {
        forEach(after, last, this::take);
        return this;
    }

    private void forEach(long after, long last, Consumer<Entry> taker) {
        long at = after;
        var entries = read(at, last);
        while (!entries.isEmpty() || at < passed) {
            at = passed;
            entries.forEach(taker);
            entries = read(at, last);
        }
    }

    /** What comes next; what cannot be read is noted by its number, and passed over. */
    private List<Entry> read(long after, long last) {
        try {
            return upTo(last, after, log.allAfter(after, STEP));
        } catch (RuntimeException e) {
            LOG.debug("not all of it can be read: one by one", e);
        }
        var next = log.numberAfter(after);
        if (next.isEmpty() || next.getAsLong() > last) {
            passed = after;
            return List.of();
        }
        try {
            return upTo(last, after, log.allAfter(after, 1));
        } catch (RuntimeException e) {
            unread.add("operation %d: %s".formatted(next.getAsLong(), e.getMessage()));
            passed = next.getAsLong();
            return List.of();
        }
    }

    private List<Entry> upTo(long last, long after, List<Entry> entries) {
        var wanted = entries.stream().takeWhile(entry -> entry.operation().id() <= last).toList();
        passed = wanted.isEmpty() ? after : wanted.getLast().operation().id();
        return wanted;
    }

    private void take(Entry entry) {
        operations++;
        entry.changes().forEach(change -> items.add(change.item()));
        entry.plans().forEach(change -> plans.add(change.subject()));
        var at = entry.operation().at();
        try {
            snapshot = Changes.replay(snapshot, entry.plans(), entry.changes(), at);
        } catch (RuntimeException e) {
            unread.add("operation %d: %s".formatted(entry.operation().id(), e.getMessage()));
            takePart(entry);
        }
    }

    /** Item by item, so that one that cannot be made again holds up none of the others. */
    private void takePart(Entry entry) {
        var at = entry.operation().at();
        try {
            snapshot = snapshot.with(PlanChange.apply(snapshot.workspace(), entry.plans()));
        } catch (RuntimeException e) {
            unread.add("operation %d: %s".formatted(entry.operation().id(), e.getMessage()));
        }
        var byItem = new LinkedHashMap<ItemKey, List<Change>>();
        entry.changes()
                .forEach(change ->
                        byItem.computeIfAbsent(change.item(), any -> new ArrayList<>())
                                .add(change));
        for (var changes : byItem.values()) {
            try {
                snapshot = Changes.apply(snapshot, changes, at);
            } catch (RuntimeException e) {
                unread.add(
                        "operation %d, %s: %s"
                                .formatted(
                                        entry.operation().id(),
                                        changes.getFirst().item(),
                                        e.getMessage()));
            }
        }
    }

    Snapshot snapshot() {
        return snapshot;
    }

    /** How many operations were lived through. */
    long operations() {
        return operations;
    }

    /** What they changed. */
    TreeSet<ItemKey> items() {
        return items;
    }

    TreeSet<PlanKey> plans() {
        return plans;
    }

    /** Operations that could not be lived through, with what stood in the way. */
    List<String> unread() {
        return unread;
    }
}
