package greenladder.core.text;

import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** The words by which a text names levels and kinds: {@code story: Show the queue}. */
final class LevelWords {
    private static final Pattern FORM =
            Pattern.compile("([\\p{L}][\\p{L}\\p{N} -]{0,40}?):\\s++(.*+)", Pattern.DOTALL);

    private final Levels levels;
    private final Map<String, Word> byWord = new HashMap<>();

    /** A level and a kind on it. */
    record Word(Level level, String kind) {}

    /** A level and a kind that a text begins with, and the rest of the text. */
    record Named(Level level, String kind, String rest) {}

    LevelWords(Levels levels) {
        this.levels = levels;
        for (var level : levels.all()) {
            for (var kind : level.kinds()) {
                byWord.putIfAbsent(kind.toLowerCase(Locale.ROOT), new Word(level, kind));
            }
        }
        // A level's own name comes before a kind of the same name on a level above it.
        for (var level : levels.all()) {
            var word = new Word(level, level.plainKind());
            byWord.put(level.key().toLowerCase(Locale.ROOT), word);
            byWord.put(level.name().toLowerCase(Locale.ROOT), word);
        }
    }

    @Nullable Word find(String word) {
        return byWord.get(word.strip().toLowerCase(Locale.ROOT));
    }

    @Nullable Named findAt(String text) {
        var match = FORM.matcher(text);
        if (!match.matches()) {
            return null;
        }
        var word = find(match.group(1));
        return word == null ? null : new Named(word.level(), word.kind(), match.group(2));
    }

    /** The word that is read as this level and kind. */
    String of(Level level, String kind) {
        var word = new Word(level, kind);
        return word.equals(find(kind)) ? kind : level.key();
    }

    Level lowest() {
        return levels.all().getLast();
    }

    @Nullable Level below(Level level) {
        int index = level.index() + 1;
        return index < levels.all().size() ? levels.all().get(index) : null;
    }
}
