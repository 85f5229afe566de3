package greenladder.core.change;

import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The rules of the tree: a parent stands on a higher level than its child, and nothing stands under
 * itself.
 */
public final class Legality {
    private Legality() {}

    /**
     * What forbids an item of a level to stand under a parent; the item's key is null while it is
     * being made.
     */
    public static Optional<String> parentProblem(
            Snapshot snapshot, @Nullable ItemKey key, Level level, Item parent) {
        if (parent.key().equals(key)) {
            return Optional.of("%s cannot stand under itself.".formatted(key));
        }
        if (key != null && snapshot.isUnder(parent, key)) {
            return Optional.of(
                    "%s stands under %s already; the two would go in a circle."
                            .formatted(parent.key(), key));
        }
        if (!parent.level().isAbove(level)) {
            return Optional.of(
                    "%s is %s; %s cannot stand under it, only under a higher level."
                            .formatted(parent.key(), aWord(parent.level()), aWord(level)));
        }
        return Optional.empty();
    }

    /** What forbids an item to go to a level: a child that would not stand below it. */
    public static Optional<String> levelProblem(Snapshot snapshot, Item item, Level level) {
        return snapshot.requireNode(item.key()).children().stream()
                .map(child -> child.item())
                .filter(child -> !level.isAbove(child.level()))
                .findFirst()
                .map(child ->
                        "%s cannot become %s: its child %s is %s."
                                .formatted(
                                        item.key(),
                                        aWord(level),
                                        child.key(),
                                        aWord(child.level())));
    }

    /** The level's name with its article: "an epic". */
    public static String aWord(Level level) {
        var word = word(level);
        return ("aeiou".indexOf(word.charAt(0)) >= 0 ? "an " : "a ") + word;
    }

    public static String word(Level level) {
        return level.name().toLowerCase(Locale.ROOT);
    }
}
