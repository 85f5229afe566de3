package greenladder.core.change;

import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.ItemDraft;
import greenladder.core.workspace.PlanFacts;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Draws up the reversal of an operation. A field goes back only from the value that the operation
 * gave it; states that followed by themselves are left to follow again. What would come out must be
 * legal now: its parent still there and above it, its state still one of the team's, and so on.
 */
public final class Reversal {
    private final Snapshot snapshot;
    private final Reverse command;
    private final ProblemCollector found;
    private final Map<ItemKey, Map<Field, Change>> changes;
    private final Ranks ranks;

    public Reversal(Snapshot snapshot, Reverse command, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.found = found;
        this.changes = netChanges(command.changes());
        this.ranks = new Ranks(snapshot, command.shortenings());
    }

    public Proposal draw() {
        var drawn = new ArrayList<Change>();
        changes.forEach((key, fields) -> {
            boolean exists = snapshot.findItem(key).isPresent();
            boolean was = fields.containsKey(Field.EXISTS) && before(fields, Field.EXISTS) != null;
            if (exists == was) {
                found.add(Problem.SINGLE, "item", goneOrBack(key, was));
            } else if (was) {
                fields.values().forEach(change -> drawn.add(inverse(change)));
            } else {
                drawn.addAll(reversed(snapshot.requireNode(key), fields));
            }
        });
        var plans = reversedPlans();
        if (found.isEmpty()) {
            checkOutcome(drawn, PlanChange.apply(snapshot.workspace(), plans));
        }
        return new Proposal(List.copyOf(changes.keySet()), drawn, plans);
    }

    /** For each fact of each part of the plan the first value before and the last one after. */
    private List<PlanChange> reversedPlans() {
        var net = new LinkedHashMap<String, PlanChange>();
        for (var change : command.planChanges()) {
            net.merge(
                    change.subject() + " " + change.fact(),
                    change,
                    (first, last) ->
                            new PlanChange(
                                    first.subject(), first.fact(), first.before(), last.after()));
        }
        requireNothingAdded(net.values());
        var drawn = new ArrayList<PlanChange>();
        for (var change : net.values()) {
            var now = PlanFacts.of(snapshot.workspace(), change.subject()).get(change.fact());
            if (!Objects.equals(now, change.after())) {
                found.add(
                        Problem.SINGLE,
                        change.fact(),
                        "%s was changed again in the meantime (%s)."
                                .formatted(
                                        PlanRules.nameOf(snapshot.workspace(), change.subject()),
                                        PlanRules.wordOf(change.fact())));
            } else if (!Objects.equals(now, change.before())) {
                drawn.add(new PlanChange(change.subject(), change.fact(), now, change.before()));
            }
        }
        return drawn;
    }

    /** A part of the plan that was made is unmade only if nothing was added to it since. */
    private void requireNothingAdded(Collection<PlanChange> made) {
        for (var change : made) {
            if (!change.fact().equals("name") || change.before() != null) {
                continue;
            }
            var subject = change.subject();
            var left = new TreeSet<>(PlanFacts.of(snapshot.workspace(), subject).keySet());
            made.stream()
                    .filter(one -> one.subject().equals(subject) && one.before() == null)
                    .map(PlanChange::fact)
                    .forEach(left::remove);
            if (!left.isEmpty()) {
                found.add(
                        Problem.SINGLE,
                        left.first(),
                        "%s was changed again in the meantime (%s)."
                                .formatted(
                                        PlanRules.nameOf(snapshot.workspace(), subject),
                                        PlanRules.wordOf(left.first())));
            }
        }
    }

    private static String goneOrBack(ItemKey key, boolean was) {
        return was ? "%s has already been restored.".formatted(key) : key + " was deleted since.";
    }

    private List<Change> reversed(Node node, Map<Field, Change> fields) {
        var item = node.item();
        boolean made = fields.containsKey(Field.EXISTS);
        if (made) {
            checkUntouchedSince(node, fields);
        }
        var drawn = new ArrayList<Change>();
        fields.forEach((field, change) -> {
            if (change.followed()) {
                return;
            }
            var now = field.valueOf(item);
            // Rewritten ranks may by chance read like ranks of the past: only what they mean
            // counts.
            boolean asLeft =
                    field == Field.RANK
                            ? change.after(Rank.class)
                                            .filter(then -> ranks.isSame(then, item.rank()))
                                            .isPresent()
                                    || command.placesAsLeft().contains(item.key())
                            : Objects.equals(now, change.after());
            var back = inverse(change).after();
            if (!asLeft && field.equals(Field.REWORDED)) {
                // It was reworded again since, and that stands.
                return;
            }
            if (!asLeft && Objects.equals(now, back)) {
                // It went back by itself, with an earlier reversal of a part.
                return;
            }
            if (!asLeft) {
                found.add(Problem.SINGLE, field.label(), changedAgain(item, field));
            } else if (!Objects.equals(now, back)) {
                drawn.add(new Change(item.key(), field, now, back));
            }
        });
        return drawn;
    }

    /** A made item is unmade only if nothing was entered on it, or put under it, since. */
    private void checkUntouchedSince(Node node, Map<Field, Change> fields) {
        var item = node.item();
        for (var field : Field.allOf(item)) {
            if (!fields.containsKey(field) && field.valueOf(item) != null) {
                found.add(Problem.SINGLE, field.label(), changedAgain(item, field));
            }
        }
        node.children().stream()
                .map(child -> child.item().key())
                .filter(child -> !changes.containsKey(child))
                .findFirst()
                .ifPresent(child ->
                        found.add(
                                Problem.SINGLE,
                                "children",
                                "%s stands under %s now.".formatted(child, item.key())));
    }

    private static String changedAgain(Item item, Field field) {
        var now = field == Field.STATE ? item.state().name() : field.textOf(item);
        var what = "%s: the %s changed again in the meantime".formatted(item.key(), wordOf(field));
        if (field == Field.RANK || field == Field.DESCRIPTION || field.isDetail()) {
            return what + ".";
        }
        return now == null
                ? what + "; it is empty now."
                : "%s; it is “%s” now.".formatted(what, now);
    }

    private static String wordOf(Field field) {
        return switch (field.base()) {
            case RANK -> "place in the order";
            case FIRST_ESTIMATE -> "first estimate";
            case HOURS_ESTIMATE -> "estimate";
            case HOURS_INVESTED -> "hours worked";
            case HOURS_REMAINING -> "remaining hours";
            case BLOCKED -> "hindrance";
            case READY -> "readiness";
            case FACTOR -> field.factorKey();
            case LINK -> "link to " + field.linkedTo();
            default -> field.label();
        };
    }

    private Change inverse(Change change) {
        var back =
                change.before() instanceof Rank then
                        ? ranks.nowFor(change.item(), then)
                        : change.before();
        return new Change(change.item(), change.field(), change.after(), back);
    }

    private void checkOutcome(List<Change> drawn, Workspace next) {
        var drafts = new LinkedHashMap<ItemKey, ItemDraft>();
        for (var change : drawn) {
            drafts.computeIfAbsent(
                            change.item(),
                            key ->
                                    snapshot.findItem(key)
                                            .map(ItemDraft::of)
                                            .orElseGet(() -> ItemDraft.blank(key)))
                    .set(change.field(), change.after());
        }
        var outcome = new ReversalOutcome(snapshot, next, drafts, found);
        drafts.forEach((key, draft) -> {
            if (draft.exists()) {
                outcome.check(key, draft);
            } else {
                outcome.checkNothingUnder(key);
            }
        });
    }

    /** For each field of each item the first value before and the last one after. */
    private static Map<ItemKey, Map<Field, Change>> netChanges(List<Change> changes) {
        var net = new LinkedHashMap<ItemKey, Map<Field, Change>>();
        for (var change : changes) {
            net.computeIfAbsent(change.item(), any -> new TreeMap<>())
                    .merge(
                            change.field(),
                            change,
                            (first, last) ->
                                    new Change(
                                            first.item(),
                                            first.field(),
                                            first.before(),
                                            last.after(),
                                            last.followed()));
        }
        return net;
    }

    private static @Nullable Object before(Map<Field, Change> fields, Field field) {
        var change = fields.get(field);
        return change == null ? null : change.before();
    }

    /**
     * What follows a reversal. A state that followed in the operation itself, and stands as it was
     * left then, goes back to the very state that it came from, where the category of its children
     * moves back or it has none to follow any more.
     *
     * @param following what would follow by itself
     */
    static List<Change> asTheyWere(
            Reverse command, List<Change> following, Snapshot before, Snapshot after) {
        var byItem = new LinkedHashMap<ItemKey, Change>();
        // What gets its children back only now kept its state while it had none.
        following.stream()
                .filter(change ->
                        before.findNode(change.item()).map(FollowingStates::follows).orElse(false))
                .forEach(change -> byItem.put(change.item(), change));
        var moved = following.stream().map(Change::item).collect(Collectors.toSet());
        var back =
                command.changes().stream()
                        .filter(then -> isAsLeft(then, before, after))
                        .map(then ->
                                new Change(
                                        then.item(),
                                        Field.STATE,
                                        then.after(),
                                        then.before(),
                                        true))
                        .toList();
        // An item that is done counts as broken down, so being done can keep it done: whether it
        // goes back is asked of the tree in which it has gone back.
        var gone = Changes.apply(after, back, Instant.EPOCH);
        for (var change : back) {
            var is = after.requireNode(change.item());
            boolean leans =
                    gone.requireNode(change.item()).rollUp().category() != is.rollUp().category();
            if (moved.contains(change.item()) || leans || !FollowingStates.follows(is)) {
                byItem.put(change.item(), change);
            }
        }
        return List.copyOf(byItem.values());
    }

    /** Whether a state followed in an operation, stands as it was left, and can go back. */
    private static boolean isAsLeft(Change then, Snapshot before, Snapshot after) {
        var was = before.findItem(then.item());
        var is = after.findItem(then.item());
        return then.followed()
                && then.field() == Field.STATE
                && was.isPresent()
                && is.isPresent()
                && was.get().state().key().equals(then.after())
                && then.before(String.class)
                        .flatMap(after.workspace().statesOf(is.get())::find)
                        .isPresent();
    }
}
