package greenladder.store;

import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.store.CommandGateway.SeenField;
import greenladder.store.CommandGateway.SeenVersion;
import greenladder.web.Failure;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Whether what somebody saw when they decided is what stands now. */
final class SeenChecks {
    private SeenChecks() {}

    /** The whole item, as programs ask. */
    static void requireUnchanged(Snapshot snapshot, @Nullable SeenVersion seen) {
        if (seen == null) {
            return;
        }
        var item =
                snapshot.findItem(seen.item())
                        .orElseThrow(() ->
                                new Failure.NotFound(
                                        "There is no item %s.".formatted(seen.item())));
        if (item.version() != seen.version()) {
            throw new Failure.Conflict(
                    item.key().toString(),
                    "%s was changed meanwhile: it is at version %d, not %d."
                            .formatted(item.key(), item.version(), seen.version()));
        }
    }

    /** One field, as people ask: who changes another one is not disturbed. */
    static void requireUnchanged(Snapshot snapshot, SeenField seen) {
        var item =
                snapshot.findItem(seen.item())
                        .orElseThrow(() ->
                                new Failure.NotFound(
                                        "%s was deleted meanwhile.".formatted(seen.item())));
        var now =
                Field.findEditable(seen.field())
                        .map(field -> Objects.requireNonNullElse(field.textOf(item), ""))
                        .orElse(seen.value());
        if (!now.equals(seen.value())) {
            throw new Failure.Overtaken(item.key().toString(), seen.field(), now);
        }
    }
}
