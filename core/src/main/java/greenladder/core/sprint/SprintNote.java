package greenladder.core.sprint;

import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a team noted when it looked back on a sprint.
 *
 * @param number within the sprint, from 1
 * @param item what was made of it; null where nothing was
 */
public record SprintNote(int number, Kind kind, String text, @Nullable ItemKey item) {
    private static final String NOTE = "note.";
    private static final int PARTS = 3;

    /** What it is about. */
    public enum Kind {
        WELL("well", "What went well"),
        BADLY("badly", "What did not"),
        TRY("try", "What we try");

        private final String key;
        private final String label;

        Kind(String key, String label) {
            this.key = key;
            this.label = label;
        }

        public String key() {
            return key;
        }

        public String label() {
            return label;
        }

        public static Optional<Kind> find(String key) {
            return Arrays.stream(values()).filter(kind -> kind.key.equals(key)).findFirst();
        }
    }

    public SprintNote saying(String other) {
        return new SprintNote(number, kind, other, item);
    }

    public SprintNote madeInto(ItemKey made) {
        return new SprintNote(number, kind, text, made);
    }

    static boolean isOne(String fact) {
        return fact.startsWith(NOTE);
    }

    /** The name of the fact that holds the note of a number. */
    public static String fact(int number) {
        return NOTE + number;
    }

    String fact() {
        return kind.key() + "\t" + (item == null ? "" : item) + "\t" + text;
    }

    static List<SprintNote> of(Map<String, String> facts) {
        var notes = new ArrayList<SprintNote>();
        facts.forEach((name, fact) -> {
            if (isOne(name)) {
                var parts = fact.split("\t", PARTS);
                notes.add(
                        new SprintNote(
                                Integer.parseInt(name.substring(NOTE.length())),
                                Kind.find(parts[0]).orElseThrow(),
                                parts[2],
                                ItemKey.parse(parts[1]).orElse(null)));
            }
        });
        notes.sort(Comparator.comparingInt(SprintNote::number));
        return notes;
    }
}
