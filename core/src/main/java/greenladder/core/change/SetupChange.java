package greenladder.core.change;

import greenladder.core.change.Problems.Found;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemDraft;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.States;
import greenladder.core.item.Workspace;
import greenladder.core.snapshot.Snapshot;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What becomes of the items when levels, kinds or states are changed. What an item uses and what
 * goes away needs a choice; without one, nothing is done and each use is told with its number.
 */
public final class SetupChange {
    private final Snapshot snapshot;
    private final Workspace next;
    private final Map<Removed, String> choices;
    private final Found found = new Found();
    private final TreeMap<Removed, Integer> uses = new TreeMap<>();
    private final List<Change> changes = new ArrayList<>();
    private final Map<ItemKey, Optional<Item>> items = new LinkedHashMap<>();

    /**
     * A level, a kind or a state of a product or a team that goes away.
     *
     * @param owner the product's code or, for a team's own states, the team's key
     * @param level the key of the level
     * @param key of the state or the kind; empty where the level itself is meant
     */
    public record Removed(What what, String owner, String level, String key)
            implements Comparable<Removed> {
        /** What goes away. */
        public enum What {
            LEVEL,
            KIND,
            STATE
        }

        @Override
        public int compareTo(Removed other) {
            int byOwner = owner.compareTo(other.owner);
            if (byOwner != 0) {
                return byOwner;
            }
            int byLevel = level.compareTo(other.level);
            if (byLevel != 0) {
                return byLevel;
            }
            return what != other.what ? what.compareTo(other.what) : key.compareTo(other.key);
        }
    }

    /** What a change of levels, kinds or states comes to. */
    public sealed interface Outcome {
        record Accepted(List<Change> changes, Snapshot after) implements Outcome {}

        /** Parts that items use and that have no choice yet, with the number of their items. */
        record Undecided(Map<Removed, Integer> uses) implements Outcome {}

        record Refused(Problems problems) implements Outcome {}
    }

    private SetupChange(Snapshot snapshot, Workspace next, Map<Removed, String> choices) {
        this.snapshot = snapshot;
        this.next = next;
        this.choices = choices;
    }

    /**
     * Decides a change of the workspace, in one pass over the items, O(n).
     *
     * @param next the workspace as it is to be
     * @param choices for parts that go away the key of what takes their place
     */
    public static Outcome decide(
            Snapshot snapshot, Workspace next, Map<Removed, String> choices, Instant at) {
        return new SetupChange(snapshot, next, choices).outcome(at);
    }

    private Outcome outcome(Instant at) {
        for (var slot : snapshot.order().slots()) {
            changeSetup(snapshot.requireNode(slot.key()).item(), at);
        }
        if (!uses.isEmpty()) {
            return new Outcome.Undecided(uses);
        }
        if (found.isEmpty()) {
            checkTree();
        }
        return found.isEmpty()
                ? new Outcome.Accepted(List.copyOf(changes), snapshot.with(next, items))
                : new Outcome.Refused(found.all());
    }

    private void changeSetup(Item item, Instant at) {
        var product = item.key().product();
        var levels = next.requireProduct(product).levels();
        boolean untouched =
                levels.equals(snapshot.requireProduct(product).levels())
                        && next.findTeam(item.team())
                                .equals(snapshot.workspace().findTeam(item.team()));
        if (untouched) {
            return;
        }
        var draft = ItemDraft.of(item);
        var levelKey =
                kept(
                        new Removed(Removed.What.LEVEL, product, item.level().key(), ""),
                        key -> levels.find(key).isPresent(),
                        item.level().key());
        var level = levelKey == null ? null : levels.find(levelKey).orElse(null);
        if (level == null) {
            return;
        }
        boolean sameLevel = level.key().equals(item.level().key());
        set(draft, item, Field.LEVEL, level.key());
        var kind =
                sameLevel
                        ? kept(
                                new Removed(Removed.What.KIND, product, level.key(), item.kind()),
                                level.kinds()::contains,
                                item.kind())
                        : level.plainKind();
        set(draft, item, Field.KIND, kind);
        set(draft, item, Field.STATE, stateOf(item, level, sameLevel));
        if (sameMeasure(item.level(), level)) {
            boolean changed = !changes.isEmpty() && changes.getLast().item().equals(item.key());
            if (uses.isEmpty()) {
                items.put(
                        item.key(),
                        Optional.of(
                                draft.toItem(
                                        next,
                                        changed ? at : item.updatedAt(),
                                        changed ? item.version() + 1 : item.version())));
            }
        } else {
            found.add(
                    Problem.SINGLE,
                    Field.LEVEL.label(),
                    "%s carry %s, %s do not; items cannot go from one to the other."
                            .formatted(
                                    item.level().plural(),
                                    item.level().carriesPoints() ? "points" : "hours",
                                    level.plural()));
        }
    }

    private @Nullable String stateOf(Item item, Level level, boolean sameLevel) {
        var states = next.statesOf(level, item.team());
        if (!sameLevel) {
            return states.find(item.state().key())
                    .orElseGet(() -> states.firstOf(item.category()))
                    .key();
        }
        return kept(
                new Removed(
                        Removed.What.STATE, owner(item, level), level.key(), item.state().key()),
                key -> states.find(key).isPresent(),
                item.state().key());
    }

    /** Whose states an item uses: its team's where it has its own, before or after. */
    private String owner(Item item, Level level) {
        boolean own =
                hasOwn(snapshot.workspace(), item.team(), level)
                        || hasOwn(next, item.team(), level);
        return own && item.team() != null ? item.team() : item.key().product();
    }

    private static boolean hasOwn(Workspace workspace, @Nullable String team, Level level) {
        return workspace
                .findTeam(team)
                .map(found -> found.ownStates().get(level.key()))
                .map(States::all)
                .isPresent();
    }

    /** The key that an item keeps, or the one chosen in its place; null where none is. */
    private @Nullable String kept(
            Removed part, java.util.function.Predicate<String> isThere, String key) {
        if (isThere.test(key)) {
            return key;
        }
        var choice = choices.get(part);
        if (choice != null && isThere.test(choice)) {
            return choice;
        }
        uses.merge(part, 1, Integer::sum);
        return null;
    }

    private void set(ItemDraft draft, Item item, Field field, @Nullable String key) {
        if (key != null && !key.equals(field.valueOf(item))) {
            changes.add(Change.of(item, field, key));
            draft.set(field, key);
        }
    }

    private static boolean sameMeasure(Level before, Level after) {
        return before.carriesPoints() == after.carriesPoints();
    }

    private void checkTree() {
        items.forEach((key, now) -> {
            var item = now.orElseThrow();
            var parent = item.parent();
            if (parent == null || !found.isEmpty()) {
                return;
            }
            var above = items.getOrDefault(parent, snapshot.findItem(parent)).orElseThrow();
            if (!above.level().isAbove(item.level())) {
                found.add(
                        Problem.SINGLE,
                        Field.LEVEL.label(),
                        "%s would be %s under %s, which would be %s."
                                .formatted(
                                        key,
                                        Legality.aWord(item.level()),
                                        parent,
                                        Legality.aWord(above.level())));
            }
        });
    }
}
