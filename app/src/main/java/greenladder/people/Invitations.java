package greenladder.people;

import greenladder.core.change.Problem;
import greenladder.core.people.Role;
import greenladder.people.Audit.Event;
import greenladder.people.People.PersonForm;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Brings people in: an administrator makes a link, which lets its reader choose a password once.
 */
@Component
@Transactional
public class Invitations {
    private static final Duration LASTS = Duration.ofDays(7);
    private static final Duration LINK_LASTS = Duration.ofDays(1);
    private static final int ID_LENGTH = 12;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final People people;
    private final Clock clock;
    private final Audit audit;

    /**
     * An invitation that nobody has taken up yet.
     *
     * @param id names it to administrators; it opens nothing
     */
    public record Open(
            String id,
            String handle,
            String name,
            Role role,
            Instant expiresAt,
            boolean over,
            boolean reset) {}

    /**
     * An invitation that was just made, with the secret of its link, which is never shown again.
     */
    public record Made(Open invitation, String secret) {}

    Invitations(
            EntityManager entities,
            TransactionTemplate transactions,
            People people,
            Clock clock,
            Audit audit) {
        this.entities = entities;
        this.transactions = transactions;
        this.people = people;
        this.clock = clock;
        this.audit = audit;
    }

    public Made invite(SignedIn actor, String name, String handle, Role role) {
        People.requireAdministrator(actor);
        var problems = new ArrayList<Problem>();
        PersonRules.name(name).ifPresent(problems::add);
        people.handleProblem(handle).ifPresent(problems::add);
        if (problems.isEmpty()
                && open(actor).stream().anyMatch(one -> one.handle().equals(handle.strip()))) {
            problems.add(
                    new Problem(
                            "handle",
                            "Somebody is invited under this name; withdraw that invitation"
                                    + " first."));
        }
        People.requireNone(problems);
        var secret = Secrets.fresh();
        var row = new InvitationRow();
        row.tokenHash = Secrets.hash(secret);
        row.handle = handle.strip();
        row.name = name.strip();
        row.role = role;
        row.madeBy = actor.handle();
        row.createdAt = clock.instant();
        row.expiresAt = row.createdAt.plus(LASTS);
        entities.persist(row);
        audit.note(Event.INVITED, row.handle, role.label());
        return new Made(open(row), secret);
    }

    /** Makes a link by which somebody who forgot their password chooses another, once. */
    public Made letChoosePassword(SignedIn actor, SignedIn person) {
        People.requireAdministrator(actor);
        rows().stream()
                .filter(one -> one.reset && one.handle.equals(person.handle()))
                .forEach(entities::remove);
        var secret = Secrets.fresh();
        var row = new InvitationRow();
        row.tokenHash = Secrets.hash(secret);
        row.handle = person.handle();
        row.name = person.name();
        row.role = person.role();
        row.madeBy = actor.handle();
        row.createdAt = clock.instant();
        row.expiresAt = row.createdAt.plus(LINK_LASTS);
        row.reset = true;
        entities.persist(row);
        audit.note(Event.PASSWORD_LINK, row.handle, "");
        return new Made(open(row), secret);
    }

    /** Those not taken up yet, those that have run out among them. */
    public List<Open> open(SignedIn actor) {
        People.requireAdministrator(actor);
        return rows().stream().map(this::open).toList();
    }

    public void takeBack(SignedIn actor, String id) {
        People.requireAdministrator(actor);
        var row =
                rows().stream()
                        .filter(one -> one.tokenHash.startsWith(id) && id.length() == ID_LENGTH)
                        .findFirst()
                        .orElseThrow(() -> new Failure.NotFound("There is no such invitation."));
        entities.remove(row);
    }

    /**
     * The invitation that a link leads to.
     *
     * @throws Failure.NotFound with the reason where it opens nothing (any more)
     */
    public Open require(String secret) {
        return open(requireRow(secret));
    }

    /** Takes an invitation up: the person is there from now on, and the link is used up. */
    @Transactional(propagation = Propagation.SUPPORTS)
    public SignedIn accept(String secret, String password) {
        var row = requireRow(secret);
        requireNone(password, row);
        if (row.reset) {
            resetting(secret, password);
        } else {
            people.addKnown(
                    new PersonForm(row.name, row.handle, password),
                    people.encoded(password),
                    row.role,
                    () -> {
                        useUp(secret);
                        audit.note(Event.INVITATION_ACCEPTED, row.handle, row.role.label());
                    });
        }
        return people.findByHandle(row.handle).orElseThrow(Invitations::used);
    }

    private void requireNone(String password, InvitationRow row) {
        var problems = new ArrayList<Problem>();
        PersonRules.password(password).ifPresent(problems::add);
        if (!row.reset) {
            people.handleProblem(row.handle)
                    .map(problem -> new Problem("password", problem.message()))
                    .ifPresent(problems::add);
        }
        People.requireNone(problems);
    }

    private void resetting(String secret, String password) {
        transactions.executeWithoutResult(status -> {
            var row = useUp(secret);
            people.resetPassword(row.handle, password);
        });
    }

    /** Nobody else can use the link meanwhile: its row is locked to the end of the transaction. */
    private InvitationRow useUp(String secret) {
        var row = requireRow(secret);
        entities.lock(row, LockModeType.PESSIMISTIC_WRITE);
        entities.refresh(row);
        if (row.usedAt != null) {
            throw used();
        }
        row.usedAt = clock.instant();
        return row;
    }

    private InvitationRow requireRow(String secret) {
        var row =
                Optional.ofNullable(entities.find(InvitationRow.class, Secrets.hash(secret)))
                        .orElseThrow(() ->
                                new Failure.NotFound(
                                        "This link leads to no invitation; it may have been"
                                                + " withdrawn. Ask whoever sent it."));
        if (row.usedAt != null) {
            throw used();
        }
        if (row.expiresAt.isBefore(clock.instant())) {
            throw new Failure.NotFound(
                    "This invitation has expired. Ask whoever sent it for a new one.");
        }
        return row;
    }

    private static Failure.NotFound used() {
        return new Failure.NotFound(
                "This invitation has already been used. Sign in with your name and password.");
    }

    private List<InvitationRow> rows() {
        return entities.createQuery(
                        "from InvitationRow where usedAt is null order by createdAt desc,"
                                + " tokenHash",
                        InvitationRow.class)
                .getResultList();
    }

    private Open open(InvitationRow row) {
        return new Open(
                row.tokenHash.substring(0, ID_LENGTH),
                row.handle,
                row.name,
                row.role,
                row.expiresAt,
                row.expiresAt.isBefore(clock.instant()),
                row.reset);
    }
}
