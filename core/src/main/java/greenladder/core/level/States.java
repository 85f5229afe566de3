package greenladder.core.level;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;

/**
 * The states that items of one level go through, in the order of work: at least one each of to do,
 * in progress, done and dropped, each with its own key.
 */
public record States(List<State> all) {
    public States {
        all = List.copyOf(all);
        var keys = new HashSet<String>();
        for (var state : all) {
            if (!keys.add(state.key())) {
                throw new IllegalArgumentException("two states " + state.key());
            }
        }
        for (var category : Category.values()) {
            if (all.stream().noneMatch(state -> state.category() == category)) {
                throw new IllegalArgumentException("no state for " + category.word());
            }
        }
    }

    public static States of(State... states) {
        return new States(List.of(states));
    }

    public State first() {
        return all.getFirst();
    }

    public Optional<State> find(String key) {
        return all.stream().filter(state -> state.key().equals(key)).findFirst();
    }

    /**
     * The state that an item enters when it comes to a category without a state being named: the
     * first one listed.
     */
    public State firstOf(Category category) {
        return all.stream().filter(state -> state.category() == category).findFirst().orElseThrow();
    }
}
