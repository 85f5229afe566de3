package greenladder.core.flow;

import greenladder.core.item.Category;
import greenladder.core.item.ItemKey;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * An item over time.
 *
 * @param moments at least one, in the order in which they came
 */
public record ItemPast(ItemKey key, List<Moment> moments) {

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
     * @param reopened how often it left being done
     */
    record Steps(@Nullable Instant started, @Nullable Instant finished, int reopened) {}

    Instant created() {
        return moments.getFirst().at();
    }

    Steps steps(Instant time) {
        long until = Moment.micros(time);
        Moment started = null;
        Moment finished = null;
        int reopened = 0;
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
            if (before == Category.DONE && now != Category.DONE && moment.counts()) {
                reopened++;
            }
            before = now;
        }
        return new Steps(
                started == null ? null : started.at(),
                before == Category.DONE && finished != null ? finished.at() : null,
                reopened);
    }
}
