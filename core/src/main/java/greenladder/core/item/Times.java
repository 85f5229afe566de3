package greenladder.core.item;

import greenladder.core.level.Category;
import greenladder.core.level.State;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * When an item came to where it stands.
 *
 * @param inStateSince when it came to its state
 * @param startedAt when it was in progress for the first time; null where it never was
 * @param finishedAt when it was done last; null while it is not
 * @param blockedSince null where it is not blocked
 */
public record Times(
        Instant inStateSince,
        @Nullable Instant startedAt,
        @Nullable Instant finishedAt,
        @Nullable Instant blockedSince) {

    /** Of an item that has just been made. */
    public static Times ofNew(State state, @Nullable String blocked, Instant at) {
        return new Times(
                at,
                state.category() == Category.IN_PROGRESS ? at : null,
                state.category() == Category.DONE ? at : null,
                blocked == null ? null : at);
    }

    /** Of an item that changes into this state, and into being blocked for this reason or not. */
    public static Times after(Item before, State state, @Nullable String blocked, Instant at) {
        var was = before.times();
        boolean stays =
                before.state().key().equals(state.key())
                        && before.state().category() == state.category();
        if (stays && (before.blocked() == null) == (blocked == null)) {
            return was;
        }
        boolean startsNow = was.startedAt == null && state.category() == Category.IN_PROGRESS;
        boolean staysDone = before.isDone() && was.finishedAt != null;
        return new Times(
                stays ? was.inStateSince : at,
                startsNow ? at : was.startedAt,
                state.category() != Category.DONE ? null : staysDone ? was.finishedAt : at,
                blocked == null ? null : before.blocked() == null ? at : was.blockedSince);
    }

    /** How long work on it has taken so far, in days; null where it was never begun. */
    public @Nullable Double ageInDays(Instant now) {
        return days(startedAt, finishedAt == null ? now : finishedAt);
    }

    /** From its first start to its finish, in days; null where it lacks one of them. */
    public @Nullable Double cycleDays() {
        return finishedAt == null ? null : days(startedAt, finishedAt);
    }

    private static @Nullable Double days(@Nullable Instant from, Instant to) {
        return from == null || from.isAfter(to)
                ? null
                : Duration.between(from, to).toMillis() / (double) Duration.ofDays(1).toMillis();
    }
}
