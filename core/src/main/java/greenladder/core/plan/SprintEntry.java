package greenladder.core.plan;

import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A line in the ledger of a sprint: what an operation made of it. The lines follow from the change
 * log and can be made from it anew.
 *
 * @param item the item that {@link Kind#PART} and {@link Kind#TASK} are about; else null
 * @param inside whether the item is in the sprint from here on
 * @param amount its points or its remaining hours from here on; null where there are none
 * @param done whether it is done from here on
 */
public record SprintEntry(
        Instant at,
        String sprint,
        Kind kind,
        @Nullable ItemKey item,
        boolean inside,
        @Nullable Amount amount,
        boolean done) {
    /** What a line is about. */
    public enum Kind {
        /** An item that counts points. */
        PART,
        /** A task. */
        TASK,
        START,
        /** The start was taken back. */
        UNSTART,
        CLOSE,
        /** The close was taken back. */
        REOPEN
    }

    static SprintEntry mark(Instant at, String sprint, Kind kind) {
        return new SprintEntry(at, sprint, kind, null, false, null, false);
    }
}
