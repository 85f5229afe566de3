package greenladder.core.change;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.level.States;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.workspace.Workspace;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What becomes of the items when levels, kinds or states are changed. What an item uses and what
 * goes away needs a choice; {@link SetupFit} refuses what is left without one.
 */
public final class SetupChange {
    private final Snapshot snapshot;
    private final Workspace next;
    private final Map<Removed, String> choices;
    private final TreeMap<Removed, Integer> uses = new TreeMap<>();
    private final List<Change> changes = new ArrayList<>();

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

    private SetupChange(Snapshot snapshot, Workspace next, Map<Removed, String> choices) {
        this.snapshot = snapshot;
        this.next = next;
        this.choices = choices;
        for (var slot : snapshot.order().slots()) {
            changeSetup(snapshot.requireNode(slot.key()).item());
        }
    }

    /**
     * Parts that items use and that have no choice yet, with the number of their items. Time O(n).
     *
     * @param next the workspace as it is to be
     * @param choices for parts that go away the key of what takes their place
     */
    public static SortedMap<Removed, Integer> undecided(
            Snapshot snapshot, Workspace next, Map<Removed, String> choices) {
        return new SetupChange(snapshot, next, choices).uses;
    }

    /** What items change with it, see {@link #undecided}; what has no choice stays as it is. */
    public static List<Change> of(Snapshot snapshot, Workspace next, Map<Removed, String> choices) {
        return List.copyOf(new SetupChange(snapshot, next, choices).changes);
    }

    private void changeSetup(Item item) {
        var product = item.key().product();
        var levels = next.requireProduct(product).levels();
        boolean untouched =
                levels.equals(snapshot.requireProduct(product).levels())
                        && next.findTeam(item.team())
                                .equals(snapshot.workspace().findTeam(item.team()));
        if (untouched) {
            return;
        }
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
        set(item, Field.LEVEL, level.key());
        var kind =
                sameLevel
                        ? kept(
                                new Removed(Removed.What.KIND, product, level.key(), item.kind()),
                                level.kinds()::contains,
                                item.kind())
                        : level.plainKind();
        set(item, Field.KIND, kind);
        set(item, Field.STATE, stateOf(item, level, sameLevel));
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

    private void set(Item item, Field field, @Nullable String key) {
        if (key != null && !key.equals(field.valueOf(item))) {
            changes.add(Change.of(item, field, key));
        }
    }
}
