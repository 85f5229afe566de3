package greenladder.store;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.Decision;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decision.Refused;
import greenladder.core.change.Decisions;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Reverse;
import greenladder.core.plan.SprintLedger;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.log.Logged;
import greenladder.log.NewOperation;
import greenladder.people.SignedIn;
import greenladder.web.AfterCommit;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The one gateway: every change to items and plans, whoever asks, is checked for rights, decided on
 * the current snapshot, written whole and durably, and only then seen by others. One at a time, so
 * that what was decided is what is written.
 */
@Component
public class CommandGateway {
    private final ItemStore store;
    private final SnapshotKeeper keeper;
    private final Rights rights;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transactions;
    private final EntityManager entities;

    private final Clock clock;

    CommandGateway(
            ItemStore store,
            SnapshotKeeper keeper,
            Rights rights,
            ApplicationEventPublisher events,
            TransactionTemplate transactions,
            EntityManager entities,
            Clock clock) {
        this.store = store;
        this.keeper = keeper;
        this.rights = rights;
        this.events = events;
        this.transactions = transactions;
        this.entities = entities;
        this.clock = clock;
    }

    /**
     * An operation that was saved.
     *
     * @param operation its number in the log; 0 where nothing had to change
     */
    public record Saved(
            long operation, SignedIn actor, Instant at, Accepted accepted, Snapshot before) {
        public List<ItemKey> items() {
            return accepted.items();
        }

        public List<Change> changes() {
            return accepted.changes();
        }

        public List<PlanChange> plans() {
            return accepted.plans();
        }
    }

    /** The version of an item that somebody saw when they decided to change it. */
    public record SeenVersion(ItemKey item, long version) {}

    /**
     * The value of a field that somebody saw when they decided to change it.
     *
     * @param value as text; empty for none
     */
    public record SeenField(ItemKey item, String field, String value) {}

    /** Something that happened in the past, for histories that are brought in whole. */
    public record Past(Instant at, SignedIn actor, Function<Snapshot, Command> command) {}

    public Saved submit(SignedIn actor, Command command) {
        return submit(actor, command, any -> {});
    }

    /**
     * Does what is asked, or nothing.
     *
     * @throws Failure.Forbidden if the person may not
     * @throws Failure.Conflict if the item is not at the version seen
     * @throws Failure.Invalid if rules are broken, with every one
     */
    public Saved submit(SignedIn actor, Command command, @Nullable SeenVersion seen) {
        return submit(actor, command, snapshot -> SeenChecks.requireUnchanged(snapshot, seen));
    }

    /**
     * Does what is asked, or nothing.
     *
     * @throws Failure.Overtaken if the field is not as it was seen
     */
    public Saved submit(SignedIn actor, Command command, SeenField seen) {
        return submit(actor, command, snapshot -> SeenChecks.requireUnchanged(snapshot, seen));
    }

    /**
     * Does what is asked, or nothing, and writes rows of other features in the same transaction.
     *
     * @param making reads what the command is made of and makes it, under the lock and within the
     *     transaction, so that nobody else can have used it meanwhile
     * @param companion writes the rows that go with it
     */
    public Saved submit(
            SignedIn actor, Function<Snapshot, Command> making, Consumer<Accepted> companion) {
        return submitted(actor, making, any -> {}, companion);
    }

    private Saved submit(SignedIn actor, Command command, Consumer<Snapshot> precondition) {
        return submitted(actor, any -> command, precondition, any -> {});
    }

    private Saved submitted(
            SignedIn asking,
            Function<Snapshot, Command> making,
            Consumer<Snapshot> precondition,
            Consumer<Accepted> companion) {
        keeper.lock().lock();
        try {
            var before = keeper.settled();
            var actor = asking.asIn(before.workspace());
            var now = now();
            var seenBefore = keeper.seenBy(actor);
            // As a part of somebody else's transaction it is kept when that is.
            boolean isAlone = !TransactionSynchronizationManager.isActualTransactionActive();
            var saved =
                    committed(() -> {
                        var command = making.apply(before);
                        rights.check(actor, command, before);
                        precondition.accept(before);
                        var accepted = decided(actor, command, before, now);
                        long id = 0;
                        if (!accepted.isEmpty()) {
                            var row = written(now, actor, command, before, accepted);
                            id = store.writeWithin(entities, row, before, accepted.after());
                        }
                        companion.accept(accepted);
                        if (id > 0 && isAlone) {
                            // Whoever is told of the commit finds the snapshot that has it.
                            AfterCommit.first(() -> keeper.advance(any -> accepted.after()));
                        }
                        return new Saved(id, actor, now, accepted, before);
                    });
            if (saved.operation() == 0) {
                return saved;
            }
            if (!isAlone) {
                keeper.advance(any -> saved.accepted().after());
            }
            return seen(published(saved), seenBefore);
        } finally {
            keeper.lock().unlock();
        }
    }

    /**
     * What a command comes to. For somebody from whom something is hidden it is decided on what
     * they see first, so that nothing that they may not see answers in any other way than what is
     * not there.
     */
    private Accepted decided(SignedIn actor, Command command, Snapshot before, Instant at) {
        var hiddenScope = SnapshotKeeper.hiddenScopeOf(actor, before);
        var decision = Decisions.decide(before, command, at, actor.handle());
        if (!hiddenScope.isClear()) {
            var asSeen = command.without(key -> hiddenScope.hides(before, key));
            requireAccepted(Decisions.decide(keeper.seenBy(actor), asSeen, at, actor.handle()));
            if (decision instanceof Refused) {
                decision = Decisions.decide(before, command.throughHidden(), at, actor.handle());
            }
            // What stands in the way now is hidden from them, and not to be named.
            if (decision instanceof Refused) {
                throw new Failure.Forbidden("This touches work that is not open to you.");
            }
        }
        var accepted = requireAccepted(decision);
        rights.checkDecided(actor, before, accepted);
        if (!command.goesThroughHidden()
                && accepted.changes().stream()
                        .anyMatch(change ->
                                !change.followed() && hiddenScope.hides(before, change.item()))) {
            throw new Failure.Forbidden("This touches work that is not open to you.");
        }
        return accepted;
    }

    /**
     * Lives through what happened in the past, in order and in one transaction. What is decided is
     * what would have been decided then; nobody is told.
     *
     * @throws Failure.Invalid at the first command that breaks a rule; nothing is kept then
     * @throws IllegalArgumentException if it is not later than what was done before
     */
    public void live(List<Past> past) {
        keeper.lock().lock();
        try {
            var before = keeper.settled();
            var snapshot = before;
            var last = keeper.lastTime();
            var written = new ArrayList<NewOperation>();
            for (var one : past) {
                var command = one.command().apply(snapshot);
                var at = one.at().truncatedTo(ChronoUnit.MICROS);
                if (at.isBefore(last)) {
                    throw new IllegalArgumentException("%s is before %s".formatted(at, last));
                }
                last = at;
                var accepted =
                        requireAccepted(
                                Decisions.decide(snapshot, command, at, one.actor().handle()));
                if (!accepted.isEmpty()) {
                    written.add(written(at, one.actor(), command, snapshot, accepted));
                }
                snapshot = accepted.after();
            }
            if (!written.isEmpty()) {
                long number = store.write(written, before, snapshot);
                var after = snapshot;
                keeper.advance(ignored -> after);
                keeper.has(number, last);
            }
        } finally {
            keeper.lock().unlock();
        }
    }

    private <T extends Object> T committed(Supplier<T> work) {
        var worked = new AtomicBoolean();
        try {
            return Objects.requireNonNull(
                    transactions.execute(status -> {
                        var made = work.get();
                        worked.set(true);
                        return made;
                    }));
        } catch (RuntimeException e) {
            if (worked.get()) {
                keeper.doubt();
            }
            throw e;
        }
    }

    /** What came of it as whoever did it sees it, before and after. */
    private Saved seen(Saved saved, Snapshot before) {
        var accepted = saved.accepted();
        var after = keeper.seenBy(saved.actor());
        if (after == accepted.after() && before == saved.before()) {
            return saved;
        }
        Predicate<ItemKey> isSeen =
                key -> before.findItem(key).isPresent() || after.findItem(key).isPresent();
        return new Saved(
                saved.operation(),
                saved.actor(),
                saved.at(),
                new Accepted(
                        accepted.items().stream().filter(isSeen).toList(),
                        accepted.changes().stream()
                                .filter(change -> isSeen.test(change.item()))
                                .toList(),
                        accepted.plans(),
                        after),
                before);
    }

    /**
     * The database keeps microseconds; so does the snapshot in memory. Where the clock was set back
     * the log stands still rather than go back.
     */
    private Instant now() {
        var now = clock.instant().truncatedTo(ChronoUnit.MICROS);
        return now.isBefore(keeper.lastTime()) ? keeper.lastTime() : now;
    }

    private Saved published(Saved saved) {
        if (saved.operation() > 0) {
            keeper.has(saved.operation(), saved.at());
            events.publishEvent(new Logged(saved.operation()));
        }
        events.publishEvent(saved);
        return saved;
    }

    private static NewOperation written(
            Instant at, SignedIn actor, Command command, Snapshot before, Accepted accepted) {
        return new NewOperation(
                at,
                actor.handle(),
                command.kind(),
                command instanceof Reverse reverse && reverse.isWhole()
                        ? reverse.operation()
                        : null,
                accepted.changes(),
                accepted.plans(),
                SprintLedger.between(
                        before, accepted.after(), accepted.changes(), accepted.plans(), at));
    }

    private static Accepted requireAccepted(Decision decision) {
        return switch (decision) {
            case Accepted accepted -> accepted;
            case Refused(var problems) -> throw new Failure.Invalid(problems);
        };
    }
}
