package greenladder.core.level;

import java.util.List;

/**
 * One rung of a product's ladder.
 *
 * @param key short and lasting, such as {@code epic}
 * @param index place from the top, from 0
 * @param measure what items of this level are sized in
 * @param followsChildren whether an item's state moves by itself when the category of its leaves
 *     changes
 * @param kinds at least one; the first is the plain kind
 * @param states where the team of an item has none of its own
 */
public record Level(
        String key,
        String name,
        String plural,
        int index,
        Measure measure,
        boolean followsChildren,
        List<String> kinds,
        States states) {

    /** What an item of a level is sized in. */
    public enum Measure {
        POINTS,
        HOURS
    }

    public Level {
        kinds = List.copyOf(kinds);
        if (kinds.isEmpty()) {
            throw new IllegalArgumentException("level " + key + " has no kind");
        }
    }

    public boolean carriesPoints() {
        return measure == Measure.POINTS;
    }

    public boolean isAbove(Level other) {
        return index < other.index;
    }

    public String plainKind() {
        return kinds.getFirst();
    }
}
