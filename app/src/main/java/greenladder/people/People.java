package greenladder.people;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.Person;
import greenladder.people.Audit.Event;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The people of the workspace, what they may do, and their passwords. */
@Component
public class People {
    private final EntityManager entities;
    private final CurrentPeople current;
    private final PasswordEncoder passwords;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final Audit audit;
    private final AttemptLimit attempts;

    private static final int MOST_WRONG_OLD = 5;

    /** The power of two that the hash of a sample's password goes through. */
    private static final int LEAST_ROUNDS = 4;

    /** Somebody is new, is called otherwise, or has left. */
    public record PersonChanged(Person person) {}

    /** Whoever is signed in as this person has to do so again. */
    public record SignedOut(String handle) {}

    /** Somebody has another role in a product. */
    public record RolesChanged(String handle) {}

    /** A session ended, by a sign-out or by itself. */
    public record SessionEnded(String session) {}

    /** A person as somebody typed one. */
    public record PersonForm(String name, String handle, String password) {}

    People(
            EntityManager entities,
            CurrentPeople current,
            PasswordEncoder passwords,
            ApplicationEventPublisher events,
            Clock clock,
            Audit audit,
            AttemptLimit attempts) {
        this.entities = entities;
        this.current = current;
        this.passwords = passwords;
        this.events = events;
        this.clock = clock;
        this.audit = audit;
        this.attempts = attempts;
    }

    /**
     * Whether anybody can sign in yet; a workspace without people asks for its first administrator.
     */
    public boolean isEmpty() {
        return current.all().isEmpty();
    }

    /** Everybody there ever was, for names in the log. */
    @Transactional
    public List<Person> all() {
        return current.rows().stream().map(PersonRow::toPerson).toList();
    }

    /** Everybody who can sign in, by role and name. */
    public List<SignedIn> allSignedIn() {
        return current.all().values().stream()
                .sorted(Comparator.comparing(SignedIn::role).thenComparing(SignedIn::name))
                .toList();
    }

    /** Asked for by every request: takes no connection to the database. */
    public Optional<SignedIn> findByHandle(String handle) {
        return Optional.ofNullable(current.all().get(handle));
    }

    /**
     * Adds the first administrator; refused as soon as there is anybody. The database takes one row
     * that says so and no second, however many come at once.
     */
    @Transactional
    public void addFirstAdministrator(PersonForm form) {
        guard();
        if (!current.rows().isEmpty()) {
            throw new Failure.Forbidden("There is an administrator already; please sign in.");
        }
        add(form, Role.ADMINISTRATOR);
        noteFirstStart();
    }

    private void noteFirstStart() {
        if (entities.find(FirstStartRow.class, 1) == null) {
            var row = new FirstStartRow();
            row.at = clock.instant();
            entities.persist(row);
        }
    }

    /** Held to the end of the transaction: who is an administrator is decided by one at a time. */
    private void guard() {
        entities.find(GuardRow.class, GuardRow.ADMINISTRATORS, LockModeType.PESSIMISTIC_WRITE);
    }

    /** The actor as the database has them now: they may have been demoted while they waited. */
    private void guardFor(SignedIn actor) {
        guard();
        requireAdministrator(actor);
        var row = entities.find(PersonRow.class, actor.handle());
        boolean stillIs = row != null && row.goneAt == null && row.role == Role.ADMINISTRATOR;
        if (!stillIs && !actor.equals(SignedIn.SYSTEM)) {
            throw new Failure.Forbidden("Administrators look after people.");
        }
    }

    @Transactional
    public void add(PersonForm form, Role role) {
        var problems = new ArrayList<Problem>();
        PersonRules.name(form.name()).ifPresent(problems::add);
        handleProblem(form.handle()).ifPresent(problems::add);
        PersonRules.password(form.password()).ifPresent(problems::add);
        requireNone(problems);
        keep(form, passwords.encode(form.password()), role);
    }

    /**
     * Adds several people with one password between them, as samples have. All the world knows it,
     * so that its hash need not be slow, neither to make nor at each sign-in.
     */
    @Transactional
    public void addSamples(Map<Person, Role> samples, String password) {
        var hash = "{bcrypt}" + new BCryptPasswordEncoder(LEAST_ROUNDS).encode(password);
        noteFirstStart();
        samples.forEach((sample, role) ->
                keep(new PersonForm(sample.name(), sample.handle(), password), hash, role));
    }

    /** What is wrong with a sign-in name, in itself or because somebody has it. */
    @Transactional
    Optional<Problem> handleProblem(String handle) {
        var wrong = PersonRules.handle(handle);
        return wrong.isPresent() || entities.find(PersonRow.class, handle.strip()) == null
                ? wrong
                : Optional.of(new Problem("handle", "Somebody signs in under this name already."));
    }

    /** Gives somebody another role everywhere; there is always an administrator left. */
    @Transactional
    public void changeRole(SignedIn actor, String handle, Role role) {
        guardFor(actor);
        if (role == Role.NO_ACCESS) {
            throw new Failure.Invalid(
                    Problems.of("role", "No access is given by product, not everywhere."));
        }
        var row = require(handle);
        if (row.role == Role.ADMINISTRATOR && role != Role.ADMINISTRATOR) {
            requireAnotherAdministrator(row, "role");
        }
        row.role = role;
        audit.note(Event.ROLE_CHANGED, handle, role.label() + " everywhere");
        current.follow(row);
    }

    /** Gives somebody another role in one product; null takes the exception away. */
    @Transactional
    public void changeRoleIn(
            SignedIn actor,
            String handle,
            String product,
            @org.jspecify.annotations.Nullable Role role) {
        guardFor(actor);
        var row = require(handle);
        var key = new ProductRoleRow.Key(handle, product);
        var kept = entities.find(ProductRoleRow.class, key);
        if (role == Role.ADMINISTRATOR) {
            throw new Failure.Invalid(
                    Problems.of(
                            "role",
                            "Administrators look after all products, not after one alone."));
        }
        if (role != null) {
            entities.merge(new ProductRoleRow(handle, product, role));
        } else if (kept != null) {
            entities.remove(kept);
        }
        audit.note(
                Event.ROLE_CHANGED,
                handle,
                (role == null ? "as everywhere" : role.label()) + " in " + product);
        events.publishEvent(new RolesChanged(handle));
        current.follow(row);
    }

    @Transactional
    public void rename(SignedIn me, String name) {
        requireNone(PersonRules.name(name).stream().toList());
        var row = require(me.handle());
        row.name = name.strip();
        events.publishEvent(new PersonChanged(row.toPerson()));
        current.follow(row);
    }

    /**
     * @throws Failure.Invalid for oneself and for the last administrator
     */
    @Transactional
    public void checkRemoval(SignedIn actor, String handle) {
        requireAdministrator(actor);
        var row = require(handle);
        if (actor.handle().equals(handle)) {
            throw new Failure.Invalid(
                    Problems.of(
                            "person", "You cannot remove yourself; another administrator can."));
        }
        if (row.role == Role.ADMINISTRATOR) {
            requireAnotherAdministrator(row, "person");
        }
    }

    /**
     * Takes somebody out of the workspace; their name stays readable where they did something.
     *
     * @throws Failure.Invalid for oneself and for the last administrator
     */
    @Transactional
    public void remove(SignedIn actor, String handle) {
        guardFor(actor);
        checkRemoval(actor, handle);
        var row = require(handle);
        row.goneAt = clock.instant();
        row.stamp++;
        removeTokens(handle);
        audit.note(Event.PERSON_REMOVED, handle, row.name);
        events.publishEvent(new PersonChanged(row.toPerson()));
        events.publishEvent(new SignedOut(handle));
        current.follow(row);
    }

    /**
     * Changes one's password, and signs out everybody who is signed in as oneself elsewhere.
     *
     * @return oneself, to go on with
     */
    @Transactional
    public SignedIn changePassword(SignedIn me, String old, String fresh, boolean tokensToo) {
        var source = "old password of " + me.handle();
        if (!attempts.mayTry(source, MOST_WRONG_OLD)) {
            throw new Failure.Invalid(
                    Problems.of("old", "Too many wrong passwords; wait ten minutes."));
        }
        var row = require(me.handle());
        var problems = new ArrayList<Problem>();
        if (old.length() > PersonRules.LONGEST_TYPED || !passwords.matches(old, row.passwordHash)) {
            attempts.noteFailure(source, MOST_WRONG_OLD);
            problems.add(new Problem("old", "This is not your current password."));
        }
        PersonRules.password(fresh).ifPresent(problems::add);
        requireNone(problems);
        setPassword(row, fresh);
        return signOutEverywhere(me, tokensToo);
    }

    /** Gives somebody another password, by the link that an administrator made for them. */
    @Transactional
    void resetPassword(String handle, String fresh) {
        var row = require(handle);
        setPassword(row, fresh);
        signOut(row, true);
    }

    private void setPassword(PersonRow row, String fresh) {
        row.passwordHash = passwords.encode(fresh);
        audit.note(Event.PASSWORD_CHANGED, row.handle, "");
    }

    /**
     * Ends every sign-in of a person, also those of this moment, and their tokens where asked.
     *
     * @return the person, to go on with where it is oneself
     */
    @Transactional
    public SignedIn signOutEverywhere(SignedIn who, boolean tokensToo) {
        var row = require(who.handle());
        signOut(row, tokensToo);
        return current.of(row);
    }

    private void signOut(PersonRow row, boolean tokensToo) {
        row.stamp++;
        if (tokensToo) {
            removeTokens(row.handle);
        }
        audit.note(
                Event.SIGNED_OUT_EVERYWHERE, row.handle, tokensToo ? "tokens revoked as well" : "");
        events.publishEvent(new SignedOut(row.handle));
        current.follow(row);
    }

    private void removeTokens(String handle) {
        entities.createQuery("delete from ApiTokenRow where person = :person")
                .setParameter("person", handle)
                .executeUpdate();
    }

    @Transactional
    void keep(PersonForm form, String passwordHash, Role role) {
        var row = new PersonRow(form.handle().strip(), form.name().strip(), passwordHash, role);
        entities.persist(row);
        events.publishEvent(new PersonChanged(row.toPerson()));
        current.follow(row);
    }

    String encoded(String password) {
        return passwords.encode(password);
    }

    static void requireAdministrator(SignedIn actor) {
        if (!actor.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Administrators look after people.");
        }
    }

    static void requireNone(List<Problem> problems) {
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
    }

    private void requireAnotherAdministrator(PersonRow row, String field) {
        boolean another =
                current.rows().stream()
                        .anyMatch(one ->
                                one.role == Role.ADMINISTRATOR
                                        && one.goneAt == null
                                        && !one.handle.equals(row.handle));
        if (!another) {
            throw new Failure.Invalid(
                    Problems.of(
                            field,
                            "%s is the last administrator; make somebody else one first."
                                    .formatted(row.name)));
        }
    }

    private PersonRow require(String handle) {
        var row = entities.find(PersonRow.class, handle);
        if (row == null || row.goneAt != null) {
            throw new Failure.NotFound("There is nobody who signs in as “%s”.".formatted(handle));
        }
        return row;
    }
}
