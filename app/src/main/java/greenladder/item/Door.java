package greenladder.item;

import greenladder.core.change.Command;
import greenladder.core.change.Decision;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decision.Refused;
import greenladder.core.change.Decisions;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Ladder;
import greenladder.item.LogRows.OperationRow;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/**
 * The one door: every change to items, whoever asks, is checked for rights, decided on the current
 * ladder, written whole and durably, and only then seen by others. One at a time, so that what was
 * decided is what is written.
 */
@Component
public class Door {
    /**
     * The name in the log of operations that rewrite ranks, which change nothing that anybody sees.
     */
    static final String RANKS = "ranks";

    private final ItemStore store;
    private final LadderKeeper keeper;
    private final Rights rights;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Door(
            ItemStore store,
            LadderKeeper keeper,
            Rights rights,
            ApplicationEventPublisher events,
            Clock clock) {
        this.store = store;
        this.keeper = keeper;
        this.rights = rights;
        this.events = events;
        this.clock = clock;
    }

    /**
     * An operation that was saved.
     *
     * @param operation its number in the log; 0 where nothing had to change
     */
    public record Saved(long operation, Accepted accepted, Ladder before) {
        public List<ItemKey> items() {
            return accepted.items();
        }
    }

    /** The version of an item that somebody saw when they decided to change it. */
    public record Seen(ItemKey item, long version) {}

    public Saved submit(SignedIn actor, Command command) {
        return submit(actor, command, null);
    }

    /**
     * Does what is asked, or nothing.
     *
     * @throws Failure.Forbidden if the person may not
     * @throws Failure.Conflict if the item is not at the version seen
     * @throws Failure.Invalid if rules are broken, with every one
     */
    public Saved submit(SignedIn actor, Command command, @Nullable Seen seen) {
        keeper.lock().lock();
        try {
            var before = keeper.current();
            rights.check(actor, command, before);
            requireUnchanged(before, seen);
            // The database keeps microseconds; so does the ladder in memory.
            var now = clock.instant().truncatedTo(ChronoUnit.MICROS);
            var accepted = requireAccepted(Decisions.decide(before, command, now));
            if (accepted.changes().isEmpty()) {
                return new Saved(0, accepted, before);
            }
            long id =
                    store.write(
                            new OperationRow(now, actor.handle(), nameOf(command)),
                            before,
                            accepted);
            keeper.advance(ignored -> accepted.after());
            var saved = new Saved(id, accepted, before);
            events.publishEvent(saved);
            return saved;
        } finally {
            keeper.lock().unlock();
        }
    }

    private static void requireUnchanged(Ladder ladder, @Nullable Seen seen) {
        if (seen == null) {
            return;
        }
        var item =
                ladder.findItem(seen.item())
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

    private static Accepted requireAccepted(Decision decision) {
        return switch (decision) {
            case Accepted accepted -> accepted;
            case Refused(var problems) -> throw new Failure.Invalid(problems);
        };
    }

    private static String nameOf(Command command) {
        return switch (command) {
            case Command.Create ignored -> "create";
            case Command.Edit ignored -> "edit";
            case Command.Move ignored -> "move";
            case Command.Delete ignored -> "delete";
            case Command.ShortenRanks ignored -> RANKS;
        };
    }
}
