package greenladder.core.item;

import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * A stretch of days that a team plans work into. What it was committed to is what stood in it when
 * it was started; the change log tells.
 *
 * @param key short and lasting, such as {@code lantern-7}
 * @param team the team's key
 * @param start first day
 * @param finish last day
 * @param startedAt when the team committed itself; null before
 * @param closedAt null until it is closed
 */
public record Sprint(
        String key,
        String team,
        String name,
        LocalDate start,
        LocalDate finish,
        @Nullable Instant startedAt,
        @Nullable Instant closedAt) {
    public Sprint {
        if (finish.isBefore(start)) {
            throw new IllegalArgumentException(key + " finishes before it starts");
        }
    }

    public boolean isClosed() {
        return closedAt != null;
    }
}
