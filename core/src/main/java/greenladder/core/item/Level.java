package greenladder.core.item;

import java.util.List;
import java.util.Optional;

/**
 * One rung of a product's ladder.
 *
 * @param key short and lasting, such as {@code epic}
 * @param index place from the top, from 0
 * @param measure what items of this level are sized in
 * @param followsChildren whether an item's state moves by itself when the category of its leaves
 *     changes
 * @param kinds at least one; the first is the plain kind
 * @param states at least one each of to do, in progress, done and dropped, in the order of work
 */
public record Level(
        String key,
        String name,
        String plural,
        int index,
        Measure measure,
        boolean followsChildren,
        List<String> kinds,
        List<State> states) {

    /** What an item of a level is sized in. */
    public enum Measure {
        POINTS,
        HOURS
    }

    public Level {
        kinds = List.copyOf(kinds);
        states = List.copyOf(states);
        if (kinds.isEmpty()) {
            throw new IllegalArgumentException("level " + key + " has no kind");
        }
        for (var category : Category.values()) {
            if (states.stream().noneMatch(state -> state.category() == category)) {
                throw new IllegalArgumentException(
                        "level " + key + " has no state for " + category.word());
            }
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

    public Optional<State> findState(String stateKey) {
        return states.stream().filter(state -> state.key().equals(stateKey)).findFirst();
    }

    /**
     * The state that an item enters when it comes to a category without a state being named: the
     * first one listed.
     */
    public State firstStateOf(Category category) {
        return states.stream()
                .filter(state -> state.category() == category)
                .findFirst()
                .orElseThrow();
    }
}
