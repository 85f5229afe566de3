package greenladder.core.flow;

import greenladder.core.level.Category;
import greenladder.core.value.ItemKey;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * What left being done.
 *
 * @param times how often
 * @param afterDays how long it had been done the last time, in days as fractions of 24 hours
 * @param isBack whether it is done again
 */
public record Reopened(ItemKey item, int times, double afterDays, boolean isBack) {

    /** Between two days, both among them, what happened most often first. */
    public static List<Reopened> between(Past fold, String product, LocalDate from, LocalDate to) {
        var since = from.atStartOfDay(fold.zone()).toInstant();
        var until = to.plusDays(1).atStartOfDay(fold.zone()).toInstant();
        var found = new ArrayList<Reopened>();
        for (var key : fold.changed(product, from, to)) {
            var past = fold.of(key).orElseThrow();
            var reopenings =
                    past.reopenings(until.minusNanos(1)).stream()
                            .filter(one -> !one.at().isBefore(since))
                            .toList();
            var last = past.at(until.minusNanos(1));
            if (!reopenings.isEmpty() && last.filter(Moment::counts).isPresent()) {
                var latest = reopenings.getLast();
                found.add(
                        new Reopened(
                                key,
                                reopenings.size(),
                                days(latest.done(), latest.at()),
                                last.get().category() == Category.DONE));
            }
        }
        found.sort(Comparator.comparing(Reopened::times).reversed().thenComparing(Reopened::item));
        return found;
    }

    private static double days(Instant from, Instant to) {
        return Duration.between(from, to).toMillis() / (double) Duration.ofDays(1).toMillis();
    }
}
