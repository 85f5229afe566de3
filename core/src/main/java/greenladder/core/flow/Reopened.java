package greenladder.core.flow;

import greenladder.core.item.Category;
import greenladder.core.item.ItemKey;
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
    public static List<Reopened> between(
            PastFold fold, String product, LocalDate from, LocalDate to) {
        var since = from.atStartOfDay(fold.zone()).toInstant();
        var until = to.plusDays(1).atStartOfDay(fold.zone()).toInstant();
        var found = new ArrayList<Reopened>();
        for (var key : fold.changed(product, from, to)) {
            int times = 0;
            double after = 0;
            Moment before = null;
            Instant done = null;
            for (var moment : fold.of(key).orElseThrow().moments()) {
                if (!moment.at().isBefore(until)) {
                    break;
                }
                boolean wasDone = before != null && before.category() == Category.DONE;
                boolean isDone = moment.category() == Category.DONE;
                if (isDone && !wasDone) {
                    done = moment.at();
                } else if (wasDone && !isDone && moment.counts() && !moment.at().isBefore(since)) {
                    times++;
                    after = days(done == null ? moment.at() : done, moment.at());
                }
                before = moment;
            }
            if (times > 0 && before != null && before.counts()) {
                found.add(new Reopened(key, times, after, before.category() == Category.DONE));
            }
        }
        found.sort(Comparator.comparing(Reopened::times).reversed().thenComparing(Reopened::item));
        return found;
    }

    private static double days(Instant from, Instant to) {
        return Duration.between(from, to).toMillis() / (double) Duration.ofDays(1).toMillis();
    }
}
