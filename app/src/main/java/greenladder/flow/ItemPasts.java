package greenladder.flow;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.core.flow.PastFold;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Levels;
import greenladder.core.item.Product;
import greenladder.core.item.States;
import greenladder.core.item.Team;
import greenladder.core.item.Workspace;
import greenladder.core.snapshot.Sight;
import greenladder.item.SnapshotKeeper;
import greenladder.log.ChangeLog;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.Semaphore;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The past: folded from the log once after a start, then only from where the log was last read; and
 * anew where levels or states are not what they were. Kept in memory; the log is the truth. Who
 * sees everything waits for nobody else's fold, and whoever asks waits only for a fold that is
 * theirs.
 */
@Component
public class ItemPasts {
    /** So many operations are read at once. */
    private static final int STEP = 2_000;

    /** So many pasts without something are kept, those that were asked for last. */
    private static final int MOST_FOLDS = 8;

    private static final float LOAD = 0.75f;

    /** So many answers of one past are kept. */
    private static final int MOST_ANSWERS = 40;

    private final ChangeLog log;
    private final SnapshotKeeper keeper;
    private final Folded whole = new Folded();
    private final Map<Sight, Folded> restricted =
            new LinkedHashMap<>(MOST_FOLDS, LOAD, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<Sight, Folded> eldest) {
                    return size() > MOST_FOLDS;
                }
            };

    /**
     * Folding the whole log takes a processor for seconds; of pasts without something, one does.
     */
    private final Semaphore foldingAnew = new Semaphore(1, true);

    ItemPasts(ChangeLog log, SnapshotKeeper keeper) {
        this.log = log;
        this.keeper = keeper;
    }

    /**
     * The past as far as the log was read: changed under the write lock, asked under the read lock.
     */
    private static final class Folded {
        private final ReentrantReadWriteLock lock = new ReentrantReadWriteLock();

        /** What was asked of it since it last went on, with the answers. */
        private final Cache<Object, Object> answers =
                Caffeine.newBuilder().maximumSize(MOST_ANSWERS).build();

        private @Nullable PastFold fold;
        private @Nullable Workspace workspace;
        private Set<ItemKey> hidden = Set.of();
        private long read;

        /** Whether nothing of what it holds is hidden now, and nothing that it lacks seen. */
        boolean canGoOn(Workspace now, Set<ItemKey> hiddenNow) {
            var was = fold;
            if (was == null || workspace == null || !isMeantAlike(workspace, now)) {
                return false;
            }
            return hidden.equals(hiddenNow)
                    || hiddenNow.containsAll(hidden)
                            && hiddenNow.stream()
                                    .filter(key -> !hidden.contains(key))
                                    .allMatch(key -> was.of(key).isEmpty());
        }

        private static boolean isMeantAlike(Workspace one, Workspace other) {
            return one == other
                    || one.zone().equals(other.zone()) && Meaning.of(one).equals(Meaning.of(other));
        }

        PastFold fold() {
            return Objects.requireNonNull(fold);
        }
    }

    /** What states and levels mean; what is folded holds only as long as they stay. */
    private record Meaning(Map<String, Levels> levels, Map<String, Map<String, States>> ownStates) {
        static Meaning of(Workspace workspace) {
            return new Meaning(
                    workspace.products().stream()
                            .collect(Collectors.toMap(Product::code, Product::levels)),
                    workspace.teamsByKey().values().stream()
                            .collect(Collectors.toMap(Team::key, Team::ownStates)));
        }
    }

    @EventListener(ApplicationReadyEvent.class)
    void warm() {
        Thread.ofVirtual().name("past").start(() -> read(any -> true));
    }

    /**
     * Asks the past, up to the last operation that everybody sees. From whom something is hidden,
     * it is a past without that. Questions change nothing, so that several are answered at once.
     */
    public <T> T read(Function<PastFold, T> question) {
        return asked((folded, fold) -> question.apply(fold));
    }

    /**
     * The same for what takes long, answered once until something happens of what the past is made
     * of.
     *
     * @param asked names the question, with all else that the answer rests on; equal names, equal
     *     answers
     */
    @SuppressWarnings("unchecked")
    public <T extends Object> T kept(Object asked, Function<PastFold, T> question) {
        return asked((folded, fold) -> {
            var known = folded.answers.getIfPresent(asked);
            if (known != null) {
                return (T) known;
            }
            var answer = question.apply(fold);
            folded.answers.put(asked, answer);
            return answer;
        });
    }

    private <T> T asked(BiFunction<Folded, PastFold, T> question) {
        var sight = keeper.sight();
        var folded = foldedFor(sight);
        // A question that asks another one is answered out of the same past.
        boolean isWithin = folded.lock.getReadHoldCount() > 0;
        folded.lock.readLock().lock();
        try {
            if (isWithin
                    || folded.read >= keeper.lastOperation()
                            && folded.workspace == keeper.whole().workspace()) {
                return question.apply(folded, folded.fold());
            }
        } finally {
            folded.lock.readLock().unlock();
        }
        folded.lock.writeLock().lock();
        try {
            goOn(folded, sight);
            folded.lock.readLock().lock();
        } finally {
            folded.lock.writeLock().unlock();
        }
        try {
            return question.apply(folded, folded.fold());
        } finally {
            folded.lock.readLock().unlock();
        }
    }

    private Folded foldedFor(Sight sight) {
        if (sight.isClear()) {
            return whole;
        }
        synchronized (restricted) {
            return restricted.computeIfAbsent(sight, any -> new Folded());
        }
    }

    /** As far as everybody sees. */
    private void goOn(Folded folded, Sight sight) {
        var snapshot = keeper.whole();
        var now = snapshot.workspace();
        var hidden = sight.hidden(snapshot);
        if (folded.canGoOn(now, hidden)) {
            folded.hidden = hidden;
            folded.workspace = now;
            foldOn(folded, sight, now);
            return;
        }
        boolean takesTurns = !sight.isClear();
        if (takesTurns) {
            foldingAnew.acquireUninterruptibly();
        }
        try {
            folded.fold = new PastFold(now.zone());
            folded.read = 0;
            folded.answers.invalidateAll();
            folded.hidden = hidden;
            folded.workspace = now;
            foldOn(folded, sight, now);
        } finally {
            if (takesTurns) {
                foldingAnew.release();
            }
        }
    }

    private void foldOn(Folded folded, Sight sight, Workspace now) {
        for (long last = keeper.lastOperation(); folded.read < last; ) {
            long until = Math.min(last, folded.read + STEP);
            for (var step : log.steps(folded.read, until, PastFold.FIELDS)) {
                var seen =
                        step.changes().stream()
                                .filter(change ->
                                        !sight.products().contains(change.item().product())
                                                && !folded.hidden.contains(change.item()))
                                .toList();
                folded.fold().take(step.at(), step.by(), seen, now);
                folded.answers.invalidateAll();
            }
            folded.read = until;
        }
    }
}
