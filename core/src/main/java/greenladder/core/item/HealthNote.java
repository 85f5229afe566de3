package greenladder.core.item;

import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;

/**
 * What somebody said of how something is going.
 *
 * @param number within the item, from 1
 * @param who a sign-in name
 * @param words may be empty
 */
public record HealthNote(int number, State state, Instant at, String who, String words) {
    private static final int PARTS = 4;

    /** How it is going. */
    public enum State {
        ON_COURSE("on course"),
        IN_DOUBT("in doubt"),
        OFF_COURSE("off course");

        private final String word;

        State(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        public static Optional<State> find(String word) {
            return Arrays.stream(values()).filter(state -> state.word.equals(word)).findFirst();
        }
    }

    static HealthNote of(int number, String text) {
        var parts = text.split("\t", PARTS);
        return new HealthNote(
                number,
                State.find(parts[0]).orElseThrow(),
                Instant.parse(parts[1]),
                parts[2],
                parts[3]);
    }

    public Field field() {
        return Field.health(number);
    }

    public String text() {
        return String.join("\t", state.word(), at.toString(), who, words);
    }
}
