package greenladder.core.plan;

import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * How many points fit into a sprint: the team's velocity times the hours that there are, divided by
 * the mean of the hours that there were in the sprints of the velocity.
 *
 * @param points null where there is nothing to go by
 * @param byHand whether somebody entered it, since no sprint is closed yet
 */
public record Capacity(@Nullable BigDecimal points, boolean byHand) {
    public static final Capacity UNKNOWN = new Capacity(null, false);

    /** The capacity of a sprint of a team whose velocity is this. */
    public static Capacity of(Snapshot snapshot, Sprint sprint, Velocity velocity) {
        return of(sprint, velocity, () -> Availability.of(snapshot.workspace(), sprint).hours());
    }

    /**
     * @param available the hours that there are, asked for only where they count
     */
    static Capacity of(Sprint sprint, Velocity velocity, Supplier<BigDecimal> available) {
        var mean = velocity.exactMean();
        if (mean.isEmpty()) {
            var entered = sprint.plan().capacity();
            return entered == null ? UNKNOWN : new Capacity(entered.toDecimal(), true);
        }
        var usual = velocity.meanHours();
        var noted = sprint.plan().available();
        var hours = noted != null ? noted : available.get();
        return usual.isEmpty() || usual.get().signum() == 0
                ? new Capacity(mean.get(), false)
                : new Capacity(
                        mean.get().multiply(hours).divide(usual.get(), MathContext.DECIMAL64),
                        false);
    }

    /** By how many points something is over it; null where it fits, or nothing is known. */
    public @Nullable BigDecimal over(Amount planned) {
        if (points == null) {
            return null;
        }
        var over = planned.toDecimal().subtract(points);
        return over.signum() > 0 ? over : null;
    }
}
