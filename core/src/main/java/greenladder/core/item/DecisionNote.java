package greenladder.core.item;

import java.time.LocalDate;

/**
 * What was decided about an item when it was talked through.
 *
 * @param by the sign-in name of who wrote it down
 */
public record DecisionNote(LocalDate on, String by, String words) {

    /** Reads what {@link #toString} writes. */
    static DecisionNote parse(String line) {
        var parts = line.split(" ", 3);
        return new DecisionNote(LocalDate.parse(parts[0]), parts[1], parts[2]);
    }

    @Override
    public String toString() {
        return on + " " + by + " " + words;
    }
}
