package greenladder.core.item;

import greenladder.core.value.Amount;
import java.time.LocalDate;
import java.util.Comparator;
import org.jspecify.annotations.Nullable;

/**
 * Hours that somebody worked on an item on one day.
 *
 * @param number unique within the item, from 1
 * @param who a sign-in name; null where nobody is known
 * @param hours below zero where an entry is set right
 * @param note in one line; empty for none
 */
public record HourEntry(
        int number, @Nullable String who, LocalDate day, Amount hours, String note) {
    private static final int PARTS = 4;
    private static final String NOBODY = "-";

    /** The latest day first, then the latest entry. */
    public static final Comparator<HourEntry> LATEST =
            Comparator.comparing(HourEntry::day).thenComparing(HourEntry::number).reversed();

    /** The field of the item that holds it. */
    public Field field() {
        return Field.worked(number);
    }

    /** As it is kept; {@link #of} reads it. */
    public String text() {
        return "%s %s %s %s".formatted(day, hours, who == null ? NOBODY : who, note).strip();
    }

    public static HourEntry of(int number, String text) {
        var parts = text.split(" ", PARTS);
        return new HourEntry(
                number,
                parts[2].equals(NOBODY) ? null : parts[2],
                LocalDate.parse(parts[0]),
                Amount.parse(parts[1]).orElseThrow(),
                parts.length < PARTS ? "" : parts[3]);
    }
}
