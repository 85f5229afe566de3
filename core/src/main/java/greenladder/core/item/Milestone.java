package greenladder.core.item;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;

/** A day by which something has to be so. */
public record Milestone(String name, LocalDate date) {

    /**
     * Of a line such as "2027-01-09 Pier lit".
     *
     * @throws DateTimeParseException where it begins with no day
     */
    public static Milestone parse(String line) {
        var parts = line.strip().split("\\s+", 2);
        return new Milestone(parts.length > 1 ? parts[1] : "", LocalDate.parse(parts[0]));
    }

    @Override
    public String toString() {
        return date + " " + name;
    }
}
