package greenladder.core.flow;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What something was at the end of each day on which it changed. Days only go forward: what comes
 * with an earlier day counts for the latest one.
 */
final class Series<T> {
    private final List<Integer> days = new ArrayList<>(2);
    private final List<T> values = new ArrayList<>(2);

    void put(int day, T value) {
        int last = days.size() - 1;
        if (last >= 0 && days.get(last) >= day) {
            values.set(last, value);
        } else {
            days.add(day);
            values.add(value);
        }
    }

    /** At the end of a day; empty before the first. Time O(log days). */
    Optional<T> at(LocalDate date) {
        int day = (int) date.toEpochDay();
        int least = 0;
        int most = days.size();
        while (least < most) {
            int middle = (least + most) >>> 1;
            if (days.get(middle) <= day) {
                least = middle + 1;
            } else {
                most = middle;
            }
        }
        return least == 0 ? Optional.empty() : Optional.of(values.get(least - 1));
    }
}
