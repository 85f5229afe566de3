package greenladder.talk;

import greenladder.core.item.ItemKey;
import java.time.Instant;

/**
 * Something that concerns one person.
 *
 * @param actor who did it
 * @param words what was done, or the beginning of what was said
 */
public record Notice(
        long id, Kind kind, ItemKey item, String actor, String words, Instant at, boolean read) {

    /** Why somebody is told. */
    public enum Kind {
        /** Somebody mentioned them in a comment. */
        MENTIONED,
        /** An item was given to them. */
        GIVEN,
        /** A comment on an item that they watch. */
        COMMENTED,
        /** A change of an item that they watch. */
        CHANGED
    }
}
