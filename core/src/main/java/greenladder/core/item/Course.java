package greenladder.core.item;

import greenladder.core.value.Amount;
import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Whether something gets to where it should: what is measured of it, and what people say of it.
 *
 * @param measure null where nothing is measured
 * @param readings by their days
 * @param health in the order in which they were noted
 */
public record Course(
        @Nullable Measure measure, SortedMap<LocalDate, Amount> readings, List<HealthNote> health) {
    public static final Course NONE = new Course(null, Collections.emptySortedMap(), List.of());

    public Course {
        readings =
                readings.isEmpty()
                        ? Collections.emptySortedMap()
                        : Collections.unmodifiableSortedMap(new TreeMap<>(readings));
        health = List.copyOf(health);
    }

    boolean isEmpty() {
        return measure == null && readings.isEmpty() && health.isEmpty();
    }

    /** The latest reading, with its day. */
    public Optional<Map.Entry<LocalDate, Amount>> latest() {
        return readings.isEmpty()
                ? Optional.empty()
                : Optional.of(Map.entry(readings.lastKey(), readings.get(readings.lastKey())));
    }

    /** How much of the way from its beginning to its target it has gone; as it is, below 0 too. */
    public Optional<Double> attainment() {
        return Optional.ofNullable(measure)
                .flatMap(its -> latest().map(now -> its.attainment(now.getValue())));
    }

    public Optional<HealthNote> lastHealth() {
        return health.isEmpty() ? Optional.empty() : Optional.of(health.getLast());
    }

    /** The number that the next note of health gets. */
    public int nextNumber() {
        return health.stream().mapToInt(HealthNote::number).max().orElse(0) + 1;
    }
}
