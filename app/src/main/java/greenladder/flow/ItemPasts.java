package greenladder.flow;

import greenladder.core.flow.PastFold;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Levels;
import greenladder.core.item.Product;
import greenladder.core.item.States;
import greenladder.core.item.Team;
import greenladder.core.item.Workspace;
import greenladder.item.SnapshotKeeper;
import greenladder.log.ChangeLog;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The past: folded from the log once after a start, then only from where the log was last read; and
 * anew where levels or states are not what they were. Kept in memory; the log is the truth.
 */
@Component
public class ItemPasts {
    /** So many operations are read at once. */
    private static final int STEP = 2_000;

    private static final int MOST_FOLDS = 8;

    private static final float LOAD = 0.75f;

    /** So many answers of one past are kept, those that were asked for last. */
    private static final int MOST_ANSWERS = 40;

    private final ChangeLog log;
    private final SnapshotKeeper keeper;
    private final Map<Hidden, Folded> folds = new HashMap<>();
    private @Nullable Workspace workspace;

    ItemPasts(ChangeLog log, SnapshotKeeper keeper) {
        this.log = log;
        this.keeper = keeper;
    }

    /** What is left out of a past. */
    private record Hidden(Set<String> products, Set<ItemKey> items) {
        private static final Hidden NOTHING = new Hidden(Set.of(), Set.of());
    }

    /** The past as far as the log was read. */
    private static final class Folded {
        private final PastFold fold;

        /** What was asked of it since it last went on, with the answers. */
        private final Map<Object, Object> answers =
                new LinkedHashMap<>(MOST_ANSWERS, LOAD, true) {
                    @Override
                    protected boolean removeEldestEntry(Map.Entry<Object, Object> eldest) {
                        return size() > MOST_ANSWERS;
                    }
                };

        private long read;

        Folded(ZoneId zone) {
            fold = new PastFold(zone);
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
     * it is a past without that.
     */
    public synchronized <T> T read(Function<PastFold, T> question) {
        return question.apply(folded().fold);
    }

    /**
     * The same for what takes long, answered once until something happens of what the past is made
     * of.
     *
     * @param asked names the question, with all else that the answer rests on; equal names, equal
     *     answers
     */
    @SuppressWarnings("unchecked")
    public synchronized <T extends Object> T kept(Object asked, Function<PastFold, T> question) {
        var folded = folded();
        return (T) folded.answers.computeIfAbsent(asked, any -> question.apply(folded.fold));
    }

    /** As far as everybody sees. */
    private Folded folded() {
        var now = keeper.whole().workspace();
        if (workspace != now) {
            if (workspace != null && !Meaning.of(workspace).equals(Meaning.of(now))) {
                folds.clear();
            }
            workspace = now;
        }
        var hidden = now.products().stream().map(Product::code).collect(Collectors.toSet());
        keeper.current().products().forEach(product -> hidden.remove(product.code()));
        var items = keeper.sight().hidden(keeper.whole());
        if (folds.size() > MOST_FOLDS) {
            folds.keySet().removeIf(one -> !one.equals(Hidden.NOTHING));
        }
        var folded =
                folds.computeIfAbsent(
                        new Hidden(Set.copyOf(hidden), items),
                        any -> new Folded(keeper.whole().workspace().zone()));
        for (long last = keeper.lastOperation(); folded.read < last; ) {
            long until = Math.min(last, folded.read + STEP);
            for (var step : log.steps(folded.read, until, PastFold.FIELDS)) {
                var seen =
                        step.changes().stream()
                                .filter(change ->
                                        !hidden.contains(change.item().product())
                                                && !items.contains(change.item()))
                                .toList();
                folded.fold.take(step.at(), seen, now);
                folded.answers.clear();
            }
            folded.read = until;
        }
        return folded;
    }
}
