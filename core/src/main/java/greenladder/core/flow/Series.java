package greenladder.core.flow;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.BinaryOperator;

/**
 * What something was at the end of each day on which it changed. Days only go forward: what comes
 * with an earlier day counts for the latest one.
 */
final class Series<T> {
    private int[] days = new int[2];
    private final List<T> values = new ArrayList<>(2);

    void put(int day, T value) {
        int size = values.size();
        if (size > 0 && days[size - 1] >= day) {
            values.set(size - 1, value);
            return;
        }
        if (size == days.length) {
            days = Arrays.copyOf(days, 2 * size);
        }
        days[size] = day;
        values.add(value);
    }

    /** What another one makes of it, day by day; both as nothing before their first day. */
    Series<T> with(Series<T> other, T nothing, BinaryOperator<T> both) {
        var all = new Series<T>();
        int mine = 0;
        int others = 0;
        while (mine < values.size() || others < other.values.size()) {
            int day =
                    Math.min(
                            mine < values.size() ? days[mine] : Integer.MAX_VALUE,
                            others < other.values.size() ? other.days[others] : Integer.MAX_VALUE);
            mine += mine < values.size() && days[mine] == day ? 1 : 0;
            others += others < other.values.size() && other.days[others] == day ? 1 : 0;
            all.put(
                    day,
                    both.apply(
                            mine == 0 ? nothing : values.get(mine - 1),
                            others == 0 ? nothing : other.values.get(others - 1)));
        }
        return all;
    }

    /** What it was last. */
    Optional<T> last() {
        return values.isEmpty() ? Optional.empty() : Optional.of(values.getLast());
    }

    /** Tells what it was at the end of each of some days; nothing of those before its first. */
    void tell(LocalDate from, int count, BiConsumer<Integer, T> each) {
        int first = (int) from.toEpochDay();
        int found = Arrays.binarySearch(days, 0, values.size(), first);
        int place = found >= 0 ? found : -found - 2;
        for (int i = 0; i < count; i++) {
            while (place + 1 < values.size() && days[place + 1] <= first + i) {
                place++;
            }
            if (place >= 0) {
                each.accept(i, values.get(place));
            }
        }
    }

    /** At the end of a day; empty before the first. Time O(log days). */
    Optional<T> at(LocalDate date) {
        int found = Arrays.binarySearch(days, 0, values.size(), (int) date.toEpochDay());
        int place = found >= 0 ? found : -found - 2;
        return place < 0 ? Optional.empty() : Optional.of(values.get(place));
    }
}
