package greenladder.core;

import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.DeleteItems.Children;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.level.Level;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Random trees and random commands on them, the same for the same seed. Refused commands change
 * nothing and are passed over.
 */
public final class RandomWork {
    private final Random random;

    public RandomWork(long seed) {
        this.random = new Random(seed);
    }

    /** A snapshot of so many items after so many commands. */
    public Snapshot snapshot(int items, int commands) {
        var snapshot = Trees.after(Trees.empty(), new CreateItems("MSF", entries(items)));
        for (int i = 0; i < commands; i++) {
            if (Decisions.decide(snapshot, command(snapshot), Trees.NOW)
                    instanceof Accepted accepted) {
                snapshot = accepted.after();
            }
        }
        return snapshot;
    }

    public Command command(Snapshot snapshot) {
        var keys = keys(snapshot, 1 + random.nextInt(3));
        return switch (random.nextInt(13)) {
            case 0 ->
                    new MoveItems(keys, new Target.Parent.Under(key(snapshot)), new Target.Stay());
            case 1 ->
                    new MoveItems(keys, new Target.Parent.Same(), new Target.Before(key(snapshot)));
            case 2 ->
                    new MoveItems(
                            keys, new Target.Parent.Under(null), new Target.After(key(snapshot)));
            case 3 -> new DeleteItems(keys, random.nextBoolean() ? Children.UP : Children.DELETE);
            case 4 -> edit(keys, "level", level(snapshot).key());
            case 5 ->
                    edit(
                            keys,
                            "size",
                            random.nextInt(4) == 0 ? "" : Integer.toString(random.nextInt(14)));
            case 9 -> edit(keys, "agenda", random.nextBoolean() ? "" : "how?");
            case 10 -> edit(keys, "candidate", random.nextBoolean() ? "no" : "yes");
            case 12 -> edit(keys, "band", random.nextBoolean() ? "must" : "should");
            case 11 -> edit(keys, "labels", random.nextBoolean() ? "" : "ramp, rain");
            case 6 -> edit(keys, "brokenDown", random.nextInt(3) == 0 ? "no" : "yes");
            default -> edit(keys, "state", state(snapshot));
        };
    }

    /** New items in a tree of their own. */
    public List<NewItem> entries(int count) {
        var levels = Trees.empty().requireProduct("MSF").levels().all();
        var entries = new ArrayList<NewItem>();
        var placed = new ArrayList<Integer>();
        for (int i = 0; i < count; i++) {
            int parent =
                    entries.isEmpty() || random.nextInt(12) == 0
                            ? -1
                            : random.nextInt(entries.size());
            int above = parent < 0 ? -1 : placed.get(parent);
            if (above == levels.size() - 1) {
                parent = -1;
                above = -1;
            }
            int level =
                    above
                            + 1
                            + (random.nextInt(4) == 0
                                    ? random.nextInt(levels.size() - above - 1)
                                    : 0);
            placed.add(level);
            entries.add(
                    new NewItem(
                            Integer.toString(i),
                            parent < 0 ? null : Integer.toString(parent),
                            fields(levels.get(level), i),
                            new Target.Stay()));
        }
        return entries;
    }

    private Map<String, String> fields(Level level, int i) {
        Map<String, String> fields = new HashMap<>();
        fields.put("level", level.key());
        fields.put("title", "T" + i);
        fields.put(
                "state",
                level.states().all().get(random.nextInt(level.states().all().size())).key());
        if (level.carriesPoints() && random.nextInt(3) > 0) {
            fields.put("size", random.nextInt(40) / 2.0 + "");
        }
        if (random.nextInt(3) == 0) {
            fields.put("value", Integer.toString(random.nextInt(10)));
        }
        if (random.nextInt(6) == 0) {
            fields.put("blocked", "wind");
        }
        if (!level.carriesPoints() && random.nextBoolean()) {
            fields.put("hours.estimate", Integer.toString(random.nextInt(9)));
            fields.put("hours.invested", Integer.toString(random.nextInt(9)));
        }
        return fields;
    }

    private static Command edit(List<ItemKey> keys, String field, String value) {
        Map<String, String> fields = new HashMap<>();
        fields.put(field, value);
        return new EditItems(keys, fields);
    }

    private String state(Snapshot snapshot) {
        var states = level(snapshot).states().all();
        return states.get(random.nextInt(states.size())).key();
    }

    private Level level(Snapshot snapshot) {
        var levels = snapshot.requireProduct("MSF").levels().all();
        return levels.get(random.nextInt(levels.size()));
    }

    private List<ItemKey> keys(Snapshot snapshot, int count) {
        var keys = new ArrayList<ItemKey>();
        for (int i = 0; i < count; i++) {
            keys.add(key(snapshot));
        }
        return keys;
    }

    private ItemKey key(Snapshot snapshot) {
        var slots = snapshot.order().slots();
        return slots.isEmpty()
                ? new ItemKey("MSF", 1)
                : slots.get(random.nextInt(slots.size())).key();
    }
}
