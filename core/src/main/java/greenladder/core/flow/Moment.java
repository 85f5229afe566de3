package greenladder.core.flow;

import greenladder.core.level.Category;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.jspecify.annotations.Nullable;

/**
 * What an item was from a moment on, until its next one. There are many of these, so that what
 * seldom changes is shared.
 *
 * @param micros since 1970
 * @param by who made it so
 * @param category null while the item is not there
 */
public record Moment(
        long micros, String by, @Nullable Category category, String state, Facts facts) {

    /** What an item is besides its state. */
    record Facts(
            String level,
            String kind,
            @Nullable Amount size,
            @Nullable ItemKey parent,
            @Nullable String team,
            @Nullable String sprint,
            @Nullable String release,
            @Nullable String assignee) {
        static final Facts NONE = new Facts("", "", null, null, null, null, null, null);
    }

    static long micros(Instant at) {
        return ChronoUnit.MICROS.between(Instant.EPOCH, at);
    }

    public Instant at() {
        return Instant.EPOCH.plus(micros, ChronoUnit.MICROS);
    }

    public String level() {
        return facts.level();
    }

    public String kind() {
        return facts.kind();
    }

    public @Nullable Amount size() {
        return facts.size();
    }

    public @Nullable ItemKey parent() {
        return facts.parent();
    }

    public @Nullable String team() {
        return facts.team();
    }

    public @Nullable String sprint() {
        return facts.sprint();
    }

    public @Nullable String release() {
        return facts.release();
    }

    public @Nullable String assignee() {
        return facts.assignee();
    }

    /** Whether it counts: it is there, and not dropped. */
    public boolean counts() {
        return category != null && category != Category.DROPPED;
    }

    /** Whether it counts and is not done. */
    public boolean isOpen() {
        return counts() && category != Category.DONE;
    }
}
