package greenladder.core.item;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is noted of an item while it is worked on.
 *
 * @param handedOver who passed it on by which rule; null where nobody did
 * @param accepted who accepted it, once it was done
 * @param worked hours by day, in the order in which they were entered
 */
public record Doing(
        @Nullable HandedOver handedOver, @Nullable String accepted, List<HourEntry> worked) {
    public static final Doing NONE = new Doing(null, null, List.of());

    public Doing {
        worked = List.copyOf(worked);
    }

    /**
     * @param from a sign-in name; null where it was nobody's
     * @param rule the key of the rule
     */
    public record HandedOver(@Nullable String from, String rule) {
        private static final String NOBODY = "-";

        public static HandedOver parse(String text) {
            var parts = text.split(" ", 2);
            return new HandedOver(parts[1].equals(NOBODY) ? null : parts[1], parts[0]);
        }

        @Override
        public String toString() {
            return rule + " " + (from == null ? NOBODY : from);
        }
    }

    /** The number that the next entry of hours gets. */
    public int nextNumber() {
        return worked.stream().mapToInt(HourEntry::number).max().orElse(0) + 1;
    }
}
