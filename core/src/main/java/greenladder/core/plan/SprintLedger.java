package greenladder.core.plan;

import greenladder.core.change.Change;
import greenladder.core.change.PlanChange;
import greenladder.core.item.BaseField;
import greenladder.core.plan.SprintEntry.Kind;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Tells what an operation made of sprints: which items came, left, changed their size or were done,
 * and whether a sprint was started or closed. Time as of the change itself: the paths from what
 * changed to the top, and what stands under items that moved, were dropped or came into a sprint.
 */
public final class SprintLedger {
    /** What can change anything about a sprint. */
    private static final Set<BaseField> TOLD =
            EnumSet.of(
                    BaseField.EXISTS,
                    BaseField.LEVEL,
                    BaseField.STATE,
                    BaseField.PARENT,
                    BaseField.SPRINT,
                    BaseField.SIZE,
                    BaseField.HOURS_REMAINING,
                    BaseField.BROKEN_DOWN);

    private SprintLedger() {}

    /** The lines of one operation, starts and closes first. */
    public static List<SprintEntry> between(
            Snapshot before,
            Snapshot after,
            Collection<Change> changes,
            Collection<PlanChange> plans,
            Instant at) {
        var entries = new ArrayList<SprintEntry>();
        for (var plan : plans) {
            if (plan.subject().kind() == PlanKey.Kind.SPRINT) {
                kind(plan)
                        .map(kind -> SprintEntry.mark(at, plan.subject().key(), kind))
                        .ifPresent(entries::add);
            }
        }
        if (after.workspace().sprintsByKey().isEmpty()) {
            return entries;
        }
        for (var item : touched(before, after, changes)) {
            var was = SprintPart.of(before, item).orElse(null);
            var is = SprintPart.of(after, item).orElse(null);
            if (Objects.equals(was, is)) {
                continue;
            }
            if (was != null
                    && (is == null
                            || !is.sprint().equals(was.sprint())
                            || is.task() != was.task())) {
                entries.add(entry(at, was, false));
            }
            if (is != null) {
                entries.add(entry(at, is, true));
            }
        }
        return entries;
    }

    private static SprintEntry entry(Instant at, SprintPart part, boolean inside) {
        return new SprintEntry(
                at,
                part.sprint(),
                part.task() ? Kind.TASK : Kind.PART,
                part.item(),
                inside,
                part.amount(),
                part.done());
    }

    private static Optional<Kind> kind(PlanChange plan) {
        boolean set = plan.before() == null;
        boolean unset = plan.after() == null;
        return switch (plan.fact()) {
            case "startedAt" ->
                    set ? Optional.of(Kind.START) : unset ? Optional.of(Kind.UNSTART) : none();
            case "closedAt" ->
                    set ? Optional.of(Kind.CLOSE) : unset ? Optional.of(Kind.REOPEN) : none();
            default -> none();
        };
    }

    private static Optional<Kind> none() {
        return Optional.empty();
    }

    private static Set<ItemKey> touched(
            Snapshot before, Snapshot after, Collection<Change> changes) {
        var touched = new LinkedHashSet<ItemKey>();
        for (var change : changes) {
            if (!TOLD.contains(change.field().base())) {
                continue;
            }
            boolean below = reachesBelow(before, after, change);
            for (var snapshot : List.of(before, after)) {
                add(touched, snapshot, change.item(), below);
            }
        }
        return touched;
    }

    private static void add(Set<ItemKey> touched, Snapshot snapshot, ItemKey key, boolean below) {
        var node = snapshot.findNode(key).orElse(null);
        touched.add(key);
        if (node == null) {
            return;
        }
        if (below) {
            node.walk(one -> touched.add(one.item().key()));
        }
        for (var above : snapshot.ancestors(node.item())) {
            if (above.item().sprint() != null) {
                touched.add(above.item().key());
            }
        }
    }

    /** Whether what stands under an item may be in another sprint, or in none, by a change. */
    private static boolean reachesBelow(Snapshot before, Snapshot after, Change change) {
        return switch (change.field().base()) {
            case PARENT, SPRINT, LEVEL -> true;
            case STATE -> isDropped(before, change.item()) != isDropped(after, change.item());
            default -> false;
        };
    }

    private static boolean isDropped(Snapshot snapshot, @Nullable ItemKey key) {
        return key != null && snapshot.findItem(key).filter(item -> item.isDropped()).isPresent();
    }
}
