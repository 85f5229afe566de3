package greenladder.core.flow;

import greenladder.core.level.Category;
import greenladder.core.value.ItemKey;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * An item over time.
 *
 * @param moments at least one, in the order in which they came
 */
public record ItemPast(ItemKey key, List<Moment> moments) {

    private static final long SLIP_MICROS = Duration.ofMinutes(10).toNanos() / 1_000;

    /** What it was at a moment; empty before it was made. */
    public Optional<Moment> at(Instant time) {
        long until = Moment.micros(time);
        Moment found = null;
        for (var moment : moments) {
            if (moment.micros() > until) {
                break;
            }
            found = moment;
        }
        return Optional.ofNullable(found);
    }

    /**
     * When it went through its categories, up to a moment.
     *
     * @param started when it came to be in progress for the first time
     * @param finished when it was done last, where it is done then
     * @param reopened how often it left being done, see {@link #reopenings}
     */
    record Steps(@Nullable Instant started, @Nullable Instant finished, int reopened) {}

    Instant created() {
        return moments.getFirst().at();
    }

    Steps steps(Instant time) {
        long until = Moment.micros(time);
        Moment started = null;
        Moment finished = null;
        Category before = null;
        for (var moment : moments) {
            if (moment.micros() > until) {
                break;
            }
            var now = moment.category();
            if (now == Category.IN_PROGRESS && started == null) {
                started = moment;
            }
            if (now == Category.DONE && before != Category.DONE) {
                finished = moment;
            }
            before = now;
        }
        return new Steps(
                started == null ? null : started.at(),
                before == Category.DONE && finished != null ? finished.at() : null,
                reopenings(time).size());
    }

    /**
     * When it left being done for to do or in progress.
     *
     * @param done since when it had been done
     */
    record Reopening(Instant done, Instant at) {}

    /**
     * How often it left being done for to do or in progress, by way of dropped too, up to a moment,
     * the earliest first. What is put back within ten minutes by whoever moved it is a slip and
     * does not count: neither done by mistake nor reopened by mistake.
     */
    List<Reopening> reopenings(Instant time) {
        long until = Moment.micros(time);
        var found = new ArrayList<Reopening>();
        Moment done = null;
        Moment left = null;
        Moment before = null;
        for (var moment : moments) {
            if (moment.micros() > until) {
                break;
            }
            boolean isDone = moment.category() == Category.DONE;
            boolean wasDone = before != null && before.category() == Category.DONE;
            if (isDone && !wasDone) {
                if (left != null && isSlip(left, moment)) {
                    found.removeLast();
                }
                done = moment;
                left = null;
            } else if (done != null && !isDone && moment.counts()) {
                if (isSlip(done, moment)) {
                    left = null;
                } else {
                    found.add(new Reopening(done.at(), moment.at()));
                    left = moment;
                }
                done = null;
            }
            before = moment;
        }
        return found;
    }

    private static boolean isSlip(Moment moved, Moment back) {
        return back.by().equals(moved.by()) && back.micros() - moved.micros() <= SLIP_MICROS;
    }
}
