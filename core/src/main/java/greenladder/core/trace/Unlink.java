package greenladder.core.trace;

import greenladder.core.item.ItemKey;
import greenladder.core.snapshot.Links.Linked;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Takes a link away. */
public record Unlink(ItemKey from, String id) implements LinkCommand {
    @Override
    public @Nullable String kept(Linked linked, Instant at) {
        return null;
    }
}
