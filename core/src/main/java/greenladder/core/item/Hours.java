package greenladder.core.item;

import greenladder.core.value.Amount;
import org.jspecify.annotations.Nullable;

/**
 * A task's hours: what it was thought to take, what went into it, what is left. Each may be empty.
 */
public record Hours(
        @Nullable Amount estimate, @Nullable Amount invested, @Nullable Amount remaining) {
    public static final Hours NONE = new Hours(null, null, null);
}
