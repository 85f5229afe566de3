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
    public ItemPast {
        moments = List.copyOf(moments);
    }

    /** What it was at a moment; empty before it was made. */
    public Optional<Moment> at(Instant time) {
        Moment found = null;
        for (var moment : moments) {
            if (moment.at().isAfter(time)) {
                break;
            }
            found = moment;
        }
        return Optional.ofNullable(found);
    }

    Instant created() {
        return moments.getFirst().at();
    }

    /** When it came to be in progress for the first time, up to a moment. */
    @Nullable Instant started(Instant until) {
        return moments.stream()
                .filter(moment -> !moment.at().isAfter(until))
                .filter(moment -> moment.category() == Category.IN_PROGRESS)
                .map(Moment::at)
                .findFirst()
                .orElse(null);
    }

    /** When it was done last, where it is done at a moment. */
    @Nullable Instant finished(Instant until) {
        Instant finished = null;
        Category before = null;
        for (var moment : moments) {
            if (moment.at().isAfter(until)) {
                break;
            }
            if (moment.category() == Category.DONE && before != Category.DONE) {
                finished = moment.at();
            }
            before = moment.category();
        }
        return before == Category.DONE ? finished : null;
    }

    /** How often it left being done, up to a moment. */
    public int reopened(Instant until) {
        int times = 0;
        Category before = null;
        for (var moment : moments) {
            if (moment.at().isAfter(until)) {
                break;
            }
            if (before == Category.DONE && moment.category() != Category.DONE && moment.counts()) {
                times++;
            }
            before = moment.category();
        }
        return times;
    }
}
