package greenladder.talk;

import greenladder.core.value.ItemKey;
import java.time.Instant;

/**
 * Something that concerns one person.
 *
 * @param actor who did it
 * @param words what was done, or the beginning of what was said
 * @param target the part of the item's panel that it is about, such as {@code comment-12}; empty
 *     for the whole of it
 */
public record Notice(
        long id,
        Kind kind,
        ItemKey item,
        String actor,
        String words,
        Instant at,
        boolean read,
        String target) {

    /** Why somebody is told. */
    public enum Kind {
        /** Somebody mentioned them in a comment. */
        MENTIONED,
        /** An item was given to them. */
        GIVEN,
        /** A comment on an item that they watch. */
        COMMENTED,
        /** A change of an item that they watch. */
        CHANGED,
        /** A sizing round on an item that they watch. */
        ROUND,
        /** The agenda is walked, with an item on it that they watch. */
        AGENDA,
        /** They are asked to read items. */
        REVIEW,
        /** An item of a review that they sent was answered to. */
        ANSWERED
    }
}
