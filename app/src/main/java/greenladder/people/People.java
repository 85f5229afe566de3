package greenladder.people;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.workspace.Workspace;
import greenladder.people.Audit.Event;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
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
    private final Roster roster;
    private final Clock clock;
    private final Audit audit;
    private final AttemptLimit attempts;

    private static final int MOST_WRONG_OLD = 5;

    /** The power of two that the hash of a sample's password goes through. */
    private static final int LEAST_ROUNDS = 4;

    /** Whoever is signed in as this person has to do so again. */
    public record SignedOut(String handle) {}

    /** A session ended, by a sign-out or by itself. */
    public record SessionEnded(String session) {}

    /** A person as somebody typed one. */
    public record PersonForm(String name, String handle, String password) {}

    People(
            EntityManager entities,
            CurrentPeople current,
            PasswordEncoder passwords,
            ApplicationEventPublisher events,
            Roster roster,
            Clock clock,
            Audit audit,
            AttemptLimit attempts) {
        this.roster = roster;
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

    /** Everybody who can sign in, by role and name. */
    public List<SignedIn> allSignedIn() {
        return current.all().stream()
                .sorted(Comparator.comparing(SignedIn::role).thenComparing(SignedIn::name))
                .toList();
    }

    /** Asked for by every request: takes no connection to the database. */
    public Optional<SignedIn> findByHandle(String handle) {
        return current.find(handle);
    }

    /**
     * Adds the first administrator; refused as soon as there is anybody. The database takes one row
     * that says so and no second, however many come at once.
     */
    public void addFirstAdministrator(PersonForm form) {
        requireNone(problemsOf(form));
        var person = person(form, Role.ADMINISTRATOR);
        var hash = encoded(form.password());
        roster.keep(
                SignedIn.SYSTEM,
                workspace -> {
                    if (!workspace.peopleByHandle().isEmpty()) {
                        throw new Failure.Forbidden(
                                "There is an administrator already; please sign in.");
                    }
                    return List.of(person);
                },
                () -> {
                    noteFirstStart();
                    keepCredentials(person.handle(), hash);
                });
    }

    private void noteFirstStart() {
        if (entities.find(FirstStartRow.class, 1) == null) {
            var row = new FirstStartRow();
            row.at = clock.instant();
            entities.persist(row);
        }
    }

    public void add(PersonForm form, Role role) {
        requireNone(problemsOf(form));
        addKnown(form, encoded(form.password()), role, () -> {});
    }

    private List<Problem> problemsOf(PersonForm form) {
        var problems = new ArrayList<Problem>();
        PersonRules.name(form.name()).ifPresent(problems::add);
        handleProblem(form.handle()).ifPresent(problems::add);
        PersonRules.password(form.password()).ifPresent(problems::add);
        return problems;
    }

    private static Person person(PersonForm form, Role role) {
        return new Person(form.handle().strip(), form.name().strip(), false, role, Map.of());
    }

    /**
     * Adds somebody whose name and password were found good.
     *
     * @param companion writes what goes with it
     */
    void addKnown(PersonForm form, String passwordHash, Role role, Runnable companion) {
        var person = person(form, role);
        roster.keep(
                SignedIn.SYSTEM,
                workspace -> {
                    requireNone(handleProblem(person.handle()).stream().toList());
                    return List.of(person);
                },
                () -> {
                    keepCredentials(person.handle(), passwordHash);
                    companion.run();
                });
    }

    /**
     * Adds several people with one password between them, as samples have. All the world knows it,
     * so that its hash need not be slow, neither to make nor at each sign-in.
     */
    public void addSamples(Map<Person, Role> samples, String password) {
        var hash = "{bcrypt}" + new BCryptPasswordEncoder(LEAST_ROUNDS).encode(password);
        var people =
                samples.entrySet().stream().map(one -> one.getKey().as(one.getValue())).toList();
        roster.keep(
                SignedIn.SYSTEM,
                workspace -> people,
                () -> {
                    noteFirstStart();
                    people.forEach(person -> keepCredentials(person.handle(), hash));
                });
    }

    private void keepCredentials(String handle, String passwordHash) {
        var row = new CredentialsRow(handle, passwordHash);
        entities.persist(row);
        current.follow(row);
    }

    /** What is wrong with a sign-in name, in itself or because somebody has it. */
    Optional<Problem> handleProblem(String handle) {
        var wrong = PersonRules.handle(handle);
        return wrong.isPresent() || roster.workspace().findPerson(handle.strip()).isEmpty()
                ? wrong
                : Optional.of(new Problem("handle", "Somebody already signs in with this name."));
    }

    /** Gives somebody another role everywhere; there is always an administrator left. */
    public long changeRole(SignedIn actor, String handle, Role role) {
        requireAdministrator(actor);
        return roster.keep(
                actor,
                workspace -> List.of(require(workspace, handle).as(role)),
                () -> audit.note(Event.ROLE_CHANGED, handle, role.label() + " everywhere"));
    }

    /** Gives somebody another role in one product; null takes the exception away. */
    public long changeRoleIn(SignedIn actor, String handle, String product, @Nullable Role role) {
        requireAdministrator(actor);
        return roster.keep(
                actor,
                workspace -> List.of(require(workspace, handle).asIn(product, role)),
                () ->
                        audit.note(
                                Event.ROLE_CHANGED,
                                handle,
                                (role == null ? "as everywhere" : role.label())
                                        + " in "
                                        + product));
    }

    public long rename(SignedIn me, String name) {
        requireNone(PersonRules.name(name).stream().toList());
        return roster.keep(
                me,
                workspace -> List.of(require(workspace, me.handle()).named(name.strip())),
                () -> {});
    }

    /**
     * @throws Failure.Invalid for oneself and for the last administrator
     */
    public void checkRemoval(SignedIn actor, String handle) {
        requireAdministrator(actor);
        requireRemovable(roster.workspace(), actor, handle);
    }

    private static Person requireRemovable(Workspace workspace, SignedIn actor, String handle) {
        var person = require(workspace, handle);
        if (actor.handle().equals(handle)) {
            throw new Failure.Invalid(
                    Problems.of(
                            "person", "You cannot remove yourself; another administrator can."));
        }
        boolean another =
                workspace.peopleByHandle().values().stream()
                        .anyMatch(one -> one.isAdministrator() && !one.handle().equals(handle));
        if (person.isAdministrator() && !another) {
            throw new Failure.Invalid(
                    Problems.of(
                            "person",
                            "%s is the last administrator; make somebody else one first."
                                    .formatted(person.name())));
        }
        return person;
    }

    /**
     * Takes somebody out of the workspace; their name stays readable where they did something.
     *
     * @throws Failure.Invalid for oneself and for the last administrator
     */
    public long remove(SignedIn actor, String handle) {
        requireAdministrator(actor);
        return roster.keep(
                actor,
                workspace -> List.of(requireRemovable(workspace, actor, handle).leaving()),
                () -> {
                    var row = credentials(handle);
                    row.stamp++;
                    removeTokens(handle);
                    audit.note(
                            Event.PERSON_REMOVED,
                            handle,
                            require(roster.workspace(), handle).name());
                    events.publishEvent(new SignedOut(handle));
                    current.follow(row);
                });
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
        var row = credentials(me.handle());
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
        var row = credentials(handle);
        setPassword(row, fresh);
        signOut(row, true);
    }

    private void setPassword(CredentialsRow row, String fresh) {
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
        var row = credentials(who.handle());
        signOut(row, tokensToo);
        return current.of(row);
    }

    private void signOut(CredentialsRow row, boolean tokensToo) {
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

    private static Person require(Workspace workspace, String handle) {
        return workspace
                .findPerson(handle)
                .filter(Person::isHere)
                .orElseThrow(() -> nobody(handle));
    }

    private CredentialsRow credentials(String handle) {
        require(roster.workspace(), handle);
        var row = entities.find(CredentialsRow.class, handle);
        if (row == null) {
            throw nobody(handle);
        }
        return row;
    }

    private static Failure.NotFound nobody(String handle) {
        return new Failure.NotFound("Nobody signs in as “%s”.".formatted(handle));
    }
}
