package greenladder.flow;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import greenladder.core.change.Change;
import greenladder.core.flow.HistoryProjection;
import greenladder.core.flow.Past;
import greenladder.core.flow.Past.Part;
import greenladder.core.item.Field;
import greenladder.core.snapshot.HiddenScope;
import greenladder.core.value.ItemKey;
import greenladder.flow.SharedPast.State;
import greenladder.log.ChangeLog;
import greenladder.store.SnapshotKeeper;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.BiFunction;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The past of whoever does not see everything: the shared fold without what is hidden. A parent or
 * a release with something hidden in it is folded once more without that, when it is first asked
 * for, while nobody else waits; then it goes on with the log.
 */
final class RestrictedPast {
    /** So many answers of one past are kept; there are many such pasts. */
    private static final int MOST_ANSWERS = 5;

    private final HiddenScope hiddenScope;
    private final SharedPast shared;
    private final ChangeLog log;
    private final SnapshotKeeper keeper;

    /** Parts are changed under the write lock; questions are answered under the read lock. */
    private final ReentrantReadWriteLock lock = new ReentrantReadWriteLock();

    private final Cache<PartOf, FoldedPart> parts;
    private volatile @Nullable Latest latest;

    /**
     * What is seen of one state of the shared past.
     *
     * @param hidden the items that are hidden, but for those of hidden products
     */
    private record Latest(
            State state, Set<ItemKey> hidden, Past past, Cache<Object, Object> answers) {}

    /** Names a part of what somebody sees. */
    record PartOf(HiddenScope hiddenScope, Part part) {}

    /**
     * @param members the items that it is folded of
     */
    record FoldedPart(State state, HistoryProjection fold, Set<ItemKey> members) {}

    /** A part was asked for that has to be folded first. */
    private static final class NotFolded extends RuntimeException {
        private static final long serialVersionUID = 1;

        private final transient Part part;

        NotFolded(Part part) {
            super(part.toString(), null, false, false);
            this.part = part;
        }
    }

    /**
     * @param parts where the folded parts of all such pasts are kept
     */
    RestrictedPast(
            HiddenScope hiddenScope,
            SharedPast shared,
            Cache<PartOf, FoldedPart> parts,
            ChangeLog log,
            SnapshotKeeper keeper) {
        this.parts = parts;
        this.hiddenScope = hiddenScope;
        this.shared = shared;
        this.log = log;
        this.keeper = keeper;
    }

    <T> T read(BiFunction<Past, Cache<Object, Object>, T> question) {
        boolean isWithin = lock.getReadHoldCount() > 0;
        // What was folded for this question is at hand for it, whatever else is kept meanwhile.
        var atHand = new HashMap<Part, FoldedPart>();
        while (true) {
            lock.readLock().lock();
            try {
                return shared.ask(state -> {
                    var now = latest(state);
                    var past = atHand.isEmpty() ? now.past() : past(now, atHand);
                    return question.apply(past, now.answers());
                });
            } catch (NotFolded missing) {
                if (isWithin) {
                    throw missing;
                }
                lock.readLock().unlock();
                try {
                    atHand.put(missing.part, fold(missing.part));
                } finally {
                    lock.readLock().lock();
                }
            } finally {
                lock.readLock().unlock();
            }
        }
    }

    /** Made anew after each change; what is hidden is never older than what was folded. */
    private Latest latest(State state) {
        var known = latest;
        if (known != null && known.state() == state) {
            return known;
        }
        var hidden = hiddenScope.belowRoots(keeper.whole());
        var past =
                Past.without(
                        state.fold(), hiddenScope.products(), hidden, part -> kept(part, Map.of()));
        var now =
                new Latest(
                        state,
                        hidden,
                        past,
                        Caffeine.newBuilder().maximumSize(MOST_ANSWERS).build());
        latest = now;
        return now;
    }

    private Past past(Latest now, Map<Part, FoldedPart> atHand) {
        return Past.without(
                now.state().fold(),
                hiddenScope.products(),
                now.hidden(),
                part -> kept(part, atHand));
    }

    private HistoryProjection kept(Part part, Map<Part, FoldedPart> atHand) {
        var now = latest;
        return Stream.concat(
                        Stream.ofNullable(atHand.get(part)),
                        Stream.ofNullable(parts.getIfPresent(new PartOf(hiddenScope, part))))
                .filter(one -> now != null && isFresh(one, now))
                .findFirst()
                .map(FoldedPart::fold)
                .orElseThrow(() -> new NotFolded(part));
    }

    private static boolean isFresh(FoldedPart part, Latest now) {
        return part.state().read() >= now.state().read() && holds(part, now);
    }

    /** Whether it is folded of what it would be folded of today, or goes on to be. */
    private static boolean holds(FoldedPart part, Latest now) {
        return part.state().meaning().equals(now.state().meaning())
                && Collections.disjoint(part.members(), now.hidden());
    }

    private FoldedPart fold(Part part) {
        lock.writeLock().lock();
        try {
            var now = shared.ask(this::latest);
            var known = parts.getIfPresent(new PartOf(hiddenScope, part));
            if (known != null && isFresh(known, now)) {
                return known;
            }
            var next =
                    Optional.ofNullable(known)
                            .filter(one -> holds(one, now))
                            .flatMap(one -> goneOn(part, one, now))
                            .orElseGet(() -> folded(part, now));
            parts.put(new PartOf(hiddenScope, part), next);
            return next;
        } finally {
            lock.writeLock().unlock();
        }
    }

    private FoldedPart folded(Part part, Latest now) {
        var members = shared.ask(any -> now.past().members(part));
        var fold = new HistoryProjection(now.state().workspace().zone());
        for (var step : log.stepsOf(members, now.state().read(), HistoryProjection.FIELDS)) {
            fold.take(
                    step.at(),
                    step.by(),
                    step.changes().stream().map(change -> seen(change, now)).toList(),
                    now.state().workspace());
        }
        return new FoldedPart(now.state(), fold, members);
    }

    /** Empty where something came into it that was somewhere else before. */
    private Optional<FoldedPart> goneOn(Part part, FoldedPart was, Latest now) {
        var steps = log.steps(was.state().read(), now.state().read(), HistoryProjection.FIELDS);
        var members = new HashSet<>(was.members());
        var made = new HashSet<ItemKey>();
        for (var step : steps) {
            for (var change : step.changes()) {
                if (change.field() == Field.EXISTS && change.after() != null) {
                    made.add(change.item());
                }
                if (comesIn(part, change, members) && isSeen(change.item(), now)) {
                    if (!made.contains(change.item())) {
                        return Optional.empty();
                    }
                    members.add(change.item());
                }
            }
        }
        for (var step : steps) {
            var own =
                    step.changes().stream()
                            .filter(change -> members.contains(change.item()))
                            .map(change -> seen(change, now))
                            .toList();
            was.fold().take(step.at(), step.by(), own, now.state().workspace());
        }
        return Optional.of(new FoldedPart(now.state(), was.fold(), members));
    }

    private static boolean comesIn(Part part, Change change, Set<ItemKey> members) {
        if (members.contains(change.item())) {
            return false;
        }
        return change.field() == Field.PARENT
                        && change.after() instanceof ItemKey parent
                        && members.contains(parent)
                || part.release() != null
                        && change.field() == Field.RELEASE
                        && part.release().equals(change.after());
    }

    private boolean isSeen(ItemKey key, Latest now) {
        return !hiddenScope.products().contains(key.product()) && !now.hidden().contains(key);
    }

    /** What stands under what is hidden stands at the top. */
    private Change seen(Change change, Latest now) {
        return change.after() instanceof ItemKey parent && !isSeen(parent, now)
                ? new Change(change.item(), change.field(), change.before(), null)
                : change;
    }
}
