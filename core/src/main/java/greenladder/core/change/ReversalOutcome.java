package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.ItemDraft;
import greenladder.core.workspace.Workspace;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Checks that what a reversal leads to is legal as things stand now: one method a rule.
 *
 * @param next the workspace as the reversal makes it
 */
record ReversalOutcome(
        Snapshot snapshot, Workspace next, Map<ItemKey, ItemDraft> drafts, ProblemCollector found) {

    void check(ItemKey key, ItemDraft draft) {
        var product = next.requireProduct(key.product());
        var level = product.levels().find(draft.text(Field.LEVEL).orElse(""));
        if (level.isEmpty()) {
            wrong(Field.LEVEL, "%s had a level that %s no longer has.", key, product.name());
            return;
        }
        var team = draft.text(Field.TEAM);
        if (team.isPresent() && next.findTeam(team.get()).isEmpty()) {
            wrong(Field.TEAM, "The team of %s no longer exists (%s).", key, team.get());
        }
        var states = next.statesOf(level.get(), team.orElse(null));
        draft.text(Field.STATE)
                .filter(state -> states.find(state).isEmpty())
                .ifPresent(state ->
                        wrong(
                                Field.STATE,
                                "%s had a state that no longer exists (%s).",
                                key,
                                state));
        draft.text(Field.KIND)
                .filter(kind -> !level.get().kinds().contains(kind))
                .ifPresent(kind ->
                        wrong(Field.KIND, "%s had a kind that no longer exists (%s).", key, kind));
        draft.text(Field.ASSIGNEE)
                .filter(handle -> !handle.equals(assigneeNow(key)))
                .flatMap(next::findPerson)
                .filter(Person::gone)
                .ifPresent(person ->
                        wrong(Field.ASSIGNEE, "%s was with %s, who has left.", key, person.name()));
        checkSprint(key, draft);
        checkParent(key, draft, level.get());
        checkChildren(key, level.get());
    }

    void checkNothingUnder(ItemKey key) {
        snapshot.requireNode(key).children().stream()
                .map(child -> child.item().key())
                .filter(child -> stillUnder(child, key))
                .findFirst()
                .ifPresent(child -> wrong(Field.PARENT, "%s stands under %s now.", child, key));
    }

    private void checkSprint(ItemKey key, ItemDraft draft) {
        draft.text(Field.SPRINT)
                .filter(sprint -> next.findSprint(sprint).isEmpty())
                .ifPresent(sprint ->
                        wrong(
                                Field.SPRINT,
                                "The sprint of %s no longer exists (%s).",
                                key,
                                sprint));
        draft.text(Field.RELEASE)
                .filter(release -> next.findRelease(release).isEmpty())
                .ifPresent(release ->
                        wrong(
                                Field.RELEASE,
                                "The release of %s no longer exists (%s).",
                                key,
                                release));
    }

    private void checkParent(ItemKey key, ItemDraft draft, Level level) {
        var parent = draft.value(Field.PARENT, ItemKey.class);
        if (parent.isEmpty()) {
            return;
        }
        var above = levelOf(parent.get());
        if (above.isEmpty()) {
            wrong(Field.PARENT, "%s stood under %s, which is deleted.", key, parent.get());
        } else if (!above.get().isAbove(level)) {
            wrong(
                    Field.PARENT,
                    "%s stood under %s, which is %s now.",
                    key,
                    parent.get(),
                    Legality.aWord(above.get()));
        }
    }

    private void checkChildren(ItemKey key, Level level) {
        snapshot.findNode(key).stream()
                .flatMap(node -> node.children().stream())
                .map(child -> child.item())
                .filter(child -> stillUnder(child.key(), key))
                .filter(child ->
                        levelOf(child.key()).map(below -> !level.isAbove(below)).orElse(false))
                .findFirst()
                .ifPresent(child ->
                        wrong(
                                Field.LEVEL,
                                "%s cannot become %s again: %s stands under it.",
                                key,
                                Legality.aWord(level),
                                child.key()));
    }

    private boolean stillUnder(ItemKey child, ItemKey parent) {
        var draft = drafts.get(child);
        return draft == null
                || draft.exists()
                        && draft.value(Field.PARENT, ItemKey.class)
                                .filter(parent::equals)
                                .isPresent();
    }

    /** The level that an item will be on; empty where it will not be there. */
    private Optional<Level> levelOf(ItemKey key) {
        var draft = drafts.get(key);
        if (draft == null) {
            return snapshot.findItem(key).map(Item::level);
        }
        return draft.text(Field.LEVEL)
                .filter(any -> draft.exists())
                .flatMap(next.requireProduct(key.product()).levels()::find);
    }

    private @Nullable String assigneeNow(ItemKey key) {
        return snapshot.findItem(key).map(Item::assignee).orElse(null);
    }

    private void wrong(Field field, String message, Object... values) {
        found.add(Problem.SINGLE, field.label(), message.formatted(values));
    }
}
