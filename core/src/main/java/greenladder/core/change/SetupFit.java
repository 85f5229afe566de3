package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.product.ProductFacts;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.ItemDraft;
import greenladder.core.workspace.Workspace;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Whether all items fit other levels, kinds and states, whatever led to these: a form, a program,
 * or an operation that is taken back. What does not fit is told once for each part, with the number
 * of items that use it.
 */
final class SetupFit {
    private final Snapshot snapshot;
    private final Workspace next;
    private final Map<ItemKey, ItemDraft> drafts = new HashMap<>();
    private final Map<String, Integer> uses = new TreeMap<>();
    private final ProblemCollector found;

    private SetupFit(
            Snapshot snapshot, Workspace next, Collection<Change> changes, ProblemCollector found) {
        this.snapshot = snapshot;
        this.next = next;
        this.found = found;
        for (var change : changes) {
            snapshot.findItem(change.item())
                    .ifPresent(item ->
                            drafts.computeIfAbsent(change.item(), any -> ItemDraft.of(item))
                                    .set(change.field(), change.after()));
        }
    }

    /**
     * Finds what does not fit; time O(n) where levels or states change, and none otherwise.
     *
     * @param next the workspace as it is to be
     * @param changes of items in the same operation
     */
    static void check(
            Snapshot snapshot,
            Workspace next,
            Collection<PlanChange> plans,
            Collection<Change> changes,
            ProblemCollector found) {
        if (plans.stream().anyMatch(SetupFit::isOfLevels)) {
            new SetupFit(snapshot, next, changes, found).check();
        }
    }

    private static boolean isOfLevels(PlanChange change) {
        return switch (change.subject().kind()) {
            case PRODUCT -> ProductFacts.isOfLevels(change.fact());
            case TEAM -> Team.isOfStates(change.fact());
            default -> false;
        };
    }

    private void check() {
        for (var slot : snapshot.order().slots()) {
            check(snapshot.requireNode(slot.key()).item());
        }
        uses.forEach((what, items) ->
                found.add(
                        Problem.SINGLE,
                        Field.LEVEL.label(),
                        "%d %s %s."
                                .formatted(items, items == 1 ? "item uses" : "items use", what)));
    }

    private void check(Item item) {
        var product = next.findProduct(item.key().product());
        if (product.isEmpty()) {
            use("the product " + item.key().product());
            return;
        }
        var level = levelOf(item);
        if (level.isEmpty()) {
            use("the level “%s”".formatted(item.level().name()));
            return;
        }
        var is = level.get();
        var draft = drafts.getOrDefault(item.key(), ItemDraft.of(item));
        draft.text(Field.KIND)
                .filter(kind -> !is.kinds().contains(kind))
                .ifPresent(kind -> use("the kind “%s” (%s)".formatted(kind, is.name())));
        var states = next.statesOf(is, draft.text(Field.TEAM).orElse(null));
        draft.text(Field.STATE)
                .filter(state -> states.find(state).isEmpty())
                .ifPresent(state ->
                        use("the state “%s” (%s)".formatted(item.state().name(), is.name())));
        if (is.carriesPoints() != item.level().carriesPoints()) {
            found.add(
                    Problem.SINGLE,
                    Field.LEVEL.label(),
                    "%s carry %s, %s do not; items cannot go from one to the other."
                            .formatted(
                                    item.level().plural(),
                                    item.level().carriesPoints() ? "points" : "hours",
                                    is.plural()));
        }
        checkParent(item, draft, is);
    }

    private void checkParent(Item item, ItemDraft draft, Level level) {
        if (!found.isEmpty()) {
            return;
        }
        draft.value(Field.PARENT, ItemKey.class)
                .flatMap(snapshot::findItem)
                .ifPresent(parent ->
                        levelOf(parent)
                                .filter(above -> !above.isAbove(level))
                                .ifPresent(above ->
                                        found.add(
                                                Problem.SINGLE,
                                                Field.LEVEL.label(),
                                                "%s would be %s under %s, which would be %s."
                                                        .formatted(
                                                                item.key(),
                                                                Legality.aWord(level),
                                                                parent.key(),
                                                                Legality.aWord(above)))));
    }

    private Optional<Level> levelOf(Item item) {
        var draft = drafts.getOrDefault(item.key(), ItemDraft.of(item));
        return next.findProduct(item.key().product())
                .flatMap(product ->
                        draft.text(Field.LEVEL).flatMap(key -> product.levels().find(key)));
    }

    private void use(String what) {
        uses.merge(what, 1, Integer::sum);
    }
}
