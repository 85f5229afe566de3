package greenladder.core.snapshot;

import greenladder.core.level.Level;
import java.util.Arrays;
import java.util.List;

/**
 * How many items stand under one, counted by the level of what each stands right under: so many
 * does a tree show that is unfolded down to a level.
 */
public final class Tally {
    static final Tally NOTHING = new Tally(new int[0], new int[0]);

    /** By the index of the level. */
    private final int[] all;

    /** Without what is dropped, or stands under something dropped. */
    private final int[] live;

    private Tally(int[] all, int[] live) {
        this.all = all;
        this.live = live;
    }

    static Tally of(Level level, List<Node> children) {
        if (children.isEmpty()) {
            return NOTHING;
        }
        int length = level.index() + 1;
        for (var child : children) {
            length = Math.max(length, child.below().all.length);
        }
        var all = new int[length];
        var live = new int[length];
        for (var child : children) {
            all[level.index()]++;
            add(all, child.below().all);
            if (!child.item().isDropped()) {
                live[level.index()]++;
                add(live, child.below().live);
            }
        }
        return new Tally(all, Arrays.equals(all, live) ? all : live);
    }

    private static void add(int[] sums, int[] counts) {
        for (int i = 0; i < counts.length; i++) {
            sums[i] += counts[i];
        }
    }

    /**
     * How many items are shown below, where those on the levels above one are unfolded, and no
     * others.
     *
     * @param dropped whether what is dropped is shown too
     */
    public int shown(Level to, boolean dropped) {
        var counts = dropped ? all : live;
        int shown = 0;
        for (int i = 0; i < Math.min(to.index(), counts.length); i++) {
            shown += counts[i];
        }
        return shown;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Tally that
                && Arrays.equals(all, that.all)
                && Arrays.equals(live, that.live);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(all) + Arrays.hashCode(live);
    }

    @Override
    public String toString() {
        return Arrays.toString(all) + " " + Arrays.toString(live);
    }
}
