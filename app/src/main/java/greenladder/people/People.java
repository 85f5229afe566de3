package greenladder.people;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.Person;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The people of the workspace and their tokens. */
@Component
@Transactional
public class People {
    private static final int SHORTEST_PASSWORD = 10;

    private final EntityManager entities;
    private final PasswordEncoder passwords;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final AtomicBoolean anybody = new AtomicBoolean();

    /** Somebody new can be given work. */
    public record PersonAdded(Person person) {}

    /** A person as somebody typed one. */
    public record PersonForm(String name, String handle, String password) {}

    People(
            EntityManager entities,
            PasswordEncoder passwords,
            ApplicationEventPublisher events,
            Clock clock) {
        this.entities = entities;
        this.passwords = passwords;
        this.events = events;
        this.clock = clock;
    }

    /**
     * Whether anybody can sign in yet; a workspace without people asks for its first administrator.
     */
    public boolean isEmpty() {
        if (!anybody.get() && !rows().isEmpty()) {
            anybody.set(true);
        }
        return !anybody.get();
    }

    public List<Person> all() {
        return rows().stream().map(PersonRow::toPerson).toList();
    }

    public List<SignedIn> allSignedIn() {
        return rows().stream().map(People::signedIn).toList();
    }

    /** Adds the first administrator; refused as soon as there is anybody. */
    public synchronized void addFirstAdministrator(PersonForm form) {
        if (!rows().isEmpty()) {
            throw new Failure.Forbidden("There is an administrator already; please sign in.");
        }
        add(form, Role.ADMINISTRATOR);
    }

    public void add(PersonForm form, Role role) {
        var problems = problemsOf(form);
        if (!problems.all().isEmpty()) {
            throw new Failure.Invalid(problems);
        }
        keep(form, passwords.encode(form.password()), role);
    }

    /** Adds several people with one password between them, as samples have; it is hashed once. */
    public void addSamples(Map<Person, Role> samples, String password) {
        var hash = passwords.encode(password);
        samples.forEach((sample, role) ->
                keep(new PersonForm(sample.name(), sample.handle(), password), hash, role));
    }

    private void keep(PersonForm form, String passwordHash, Role role) {
        var row = new PersonRow(form.handle().strip(), form.name().strip(), passwordHash, role);
        entities.persist(row);
        anybody.set(true);
        events.publishEvent(new PersonAdded(row.toPerson()));
    }

    public void addToken(String token, String handle) {
        entities.persist(new ApiTokenRow(hash(token), handle, clock.instant()));
    }

    public Optional<SignedIn> findByToken(String token) {
        return Optional.ofNullable(entities.find(ApiTokenRow.class, hash(token)))
                .flatMap(row -> findByHandle(row.person));
    }

    public Optional<SignedIn> findByHandle(String handle) {
        return Optional.ofNullable(entities.find(PersonRow.class, handle)).map(People::signedIn);
    }

    private Problems problemsOf(PersonForm form) {
        var problems = new ArrayList<Problem>();
        if (form.name().isBlank() || form.name().strip().length() > 120) {
            problems.add(new Problem("name", "A name of at most 120 characters is needed."));
        }
        if (!form.handle().strip().matches("[a-z][a-z0-9.-]{1,59}")) {
            problems.add(
                    new Problem(
                            "handle",
                            "A sign-in name has 2 to 60 small letters, digits, dots or dashes, a"
                                    + " letter first."));
        } else if (entities.find(PersonRow.class, form.handle().strip()) != null) {
            problems.add(new Problem("handle", "Somebody signs in under this name already."));
        }
        if (form.password().length() < SHORTEST_PASSWORD) {
            problems.add(
                    new Problem(
                            "password",
                            "A password has at least %d characters.".formatted(SHORTEST_PASSWORD)));
        }
        if (form.password().getBytes(StandardCharsets.UTF_8).length > 72) {
            problems.add(new Problem("password", "A password has at most 72 bytes."));
        }
        return new Problems(problems);
    }

    private List<PersonRow> rows() {
        return entities.createQuery("from PersonRow order by role, name", PersonRow.class)
                .getResultList();
    }

    private static SignedIn signedIn(PersonRow row) {
        return new SignedIn(row.handle, row.name, row.role, row.passwordHash);
    }

    private static String hash(String token) {
        try {
            var digest =
                    MessageDigest.getInstance("SHA-256")
                            .digest(token.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
