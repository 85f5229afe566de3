package greenladder.core.item;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What is kept of an item's text for those below it.
 *
 * @param changedAt when its title, description or acceptance criteria last changed while something
 *     stood below it; null for never
 * @param confirmedAt when it was last found to fit what it stands under; null for since it was made
 */
public record Wording(@Nullable Instant changedAt, @Nullable Instant confirmedAt) {
    public static final Wording NONE = new Wording(null, null);
}
