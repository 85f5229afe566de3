package greenladder.core.snapshot;

import greenladder.core.item.Item;
import greenladder.core.value.ItemKey;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.pcollections.PVector;
import org.pcollections.TreePVector;

/**
 * The last steps on the way to a snapshot, and the answers that were worked out on that way: an
 * answer for an earlier snapshot is brought up to date at the cost of what changed since.
 */
final class DeltaLog {
    private static final int MOST_STEPS = 1_000;

    /** Where more changes at once, an answer is sooner worked out anew. */
    private static final int MOST_CHANGED = 2_000;

    /** Items as they were, which the steps hold in memory. */
    private static final int MOST_HELD = 10_000;

    private final PVector<Step> steps;
    private final int held;

    /** Shared by all snapshots of one line. */
    private final Map<Object, Answer> answers;

    /** One change of a snapshot; each is itself, whatever it holds. */
    private static final class Step {
        final Map<ItemKey, Optional<Item>> before;
        final Set<ItemKey> made;

        Step(Map<ItemKey, Optional<Item>> before, Set<ItemKey> made) {
            this.before = before;
            this.made = made;
        }
    }

    private record Answer(List<?> basis, Step step, Object value) {}

    private DeltaLog(PVector<Step> steps, int held, Map<Object, Answer> answers) {
        this.steps = steps;
        this.held = held;
        this.answers = answers;
    }

    static DeltaLog start() {
        return new DeltaLog(
                TreePVector.singleton(new Step(Map.of(), Set.of())), 0, new ConcurrentHashMap<>());
    }

    DeltaLog changed(Map<ItemKey, Optional<Item>> before, Set<ItemKey> made) {
        if (before.size() > MOST_CHANGED || made.size() > MOST_CHANGED) {
            return new DeltaLog(TreePVector.singleton(new Step(Map.of(), Set.of())), 0, answers);
        }
        var left = steps;
        int more = held + before.size();
        while (left.size() >= MOST_STEPS || more > MOST_HELD && !left.isEmpty()) {
            more -= left.getFirst().before.size();
            left = left.minus(0);
        }
        return new DeltaLog(left.plus(new Step(before, Set.copyOf(made))), more, answers);
    }

    @SuppressWarnings("unchecked")
    <T> T kept(
            Object what, List<?> basis, Supplier<T> whole, BiFunction<T, SnapshotDelta, T> next) {
        var was = answers.get(what);
        var since = was == null || !isSame(was.basis(), basis) ? null : since(was.step());
        if (was == null || since == null) {
            return keep(what, basis, whole.get());
        }
        var value = (T) was.value();
        return since.touched().isEmpty() ? value : keep(what, basis, next.apply(value, since));
    }

    private <T> T keep(Object what, List<?> basis, T value) {
        answers.put(what, new Answer(basis, steps.getLast(), value));
        return value;
    }

    private static boolean isSame(List<?> one, List<?> other) {
        boolean isSame = one.size() == other.size();
        for (int i = 0; isSame && i < one.size(); i++) {
            isSame = one.get(i) == other.get(i);
        }
        return isSame;
    }

    /** What changed since an earlier one; empty where it is not on this trail, or too far back. */
    Optional<SnapshotDelta> since(DeltaLog earlier) {
        return Optional.ofNullable(since(earlier.steps.getLast()));
    }

    /** What changed after a step; null where it is not on this trail, or too far back. */
    private @Nullable SnapshotDelta since(Step step) {
        var before = new HashMap<ItemKey, Optional<Item>>();
        var touched = new HashSet<ItemKey>();
        for (int i = steps.size() - 1; i >= 0; i--) {
            var at = steps.get(i);
            if (at == step) {
                touched.addAll(before.keySet());
                return new SnapshotDelta(before, touched);
            }
            before.putAll(at.before);
            touched.addAll(at.made);
        }
        return null;
    }
}
