package greenladder.core.level;

import java.util.List;
import java.util.Optional;

/**
 * A product's ordered levels, top to bottom. Levels that carry points stand above those that carry
 * hours.
 */
public record Levels(List<Level> all) {
    public Levels {
        all = List.copyOf(all);
        if (all.isEmpty()) {
            throw new IllegalArgumentException("a ladder needs at least one level");
        }
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).index() != i) {
                throw new IllegalArgumentException(
                        "level " + all.get(i).key() + " is not at its place " + i);
            }
            if (i > 0 && all.get(i).carriesPoints() && !all.get(i - 1).carriesPoints()) {
                throw new IllegalArgumentException(
                        "level " + all.get(i).key() + " carries points below one that does not");
            }
        }
    }

    public Level top() {
        return all.getFirst();
    }

    /** The level of user stories and bugs: the lowest that carries points. */
    public Level stories() {
        return all.reversed().stream().filter(Level::carriesPoints).findFirst().orElse(top());
    }

    public Optional<Level> find(String key) {
        return all.stream().filter(level -> level.key().equals(key)).findFirst();
    }

    /** The level straight below, empty under the lowest. */
    public Optional<Level> below(Level level) {
        return level.index() + 1 < all.size()
                ? Optional.of(all.get(level.index() + 1))
                : Optional.empty();
    }
}
