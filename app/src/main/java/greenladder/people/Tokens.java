package greenladder.people;

import greenladder.core.change.Problems;
import greenladder.people.Audit.Event;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.hibernate.SessionFactory;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The tokens by which programs sign in as somebody: made, listed and revoked by that person. */
@Component
public class Tokens {
    private static final int LONGEST_NAME = 80;
    private static final int MOST = 50;

    /** A token lasts a year at most. */
    public static final int MOST_DAYS = 365;

    /** A token's last use is written down at most this often. */
    private static final Duration USE_STEP = Duration.ofMinutes(10);

    private static final int ID_LENGTH = 12;

    private final EntityManager entities;
    private final SessionFactory sessions;
    private final People people;
    private final Clock clock;
    private final Audit audit;
    private final Map<String, Instant> noted = new ConcurrentHashMap<>();

    /**
     * A token as it is listed.
     *
     * @param id names it to its owner; nothing can be done with it
     */
    public record Token(
            String id,
            String person,
            String name,
            Instant createdAt,
            @Nullable Instant lastUsedAt,
            Instant expiresAt) {}

    /** A token that was just made, with the secret that is never shown again. */
    public record Made(Token token, String secret) {}

    Tokens(
            EntityManager entities,
            EntityManagerFactory factory,
            People people,
            Clock clock,
            Audit audit) {
        this.entities = entities;
        this.sessions = factory.unwrap(SessionFactory.class);
        this.people = people;
        this.clock = clock;
        this.audit = audit;
    }

    @Transactional
    public Made make(SignedIn me, String name, int days) {
        if (days < 1 || days > MOST_DAYS) {
            throw new Failure.Invalid(
                    Problems.of("days", "A token lasts from 1 to %d days.".formatted(MOST_DAYS)));
        }
        if (name.isBlank() || name.strip().length() > LONGEST_NAME) {
            throw new Failure.Invalid(
                    Problems.of(
                            "name",
                            "Say in at most %d characters what the token is for."
                                    .formatted(LONGEST_NAME)));
        }
        if (of(me).size() >= MOST) {
            throw new Failure.Invalid(
                    Problems.of("name", "You have %d tokens; revoke some first.".formatted(MOST)));
        }
        var secret = "gl-" + Secrets.fresh();
        var made = new Made(add(secret, me.handle(), name.strip(), days), secret);
        audit.note(Event.TOKEN_MADE, made.token().name(), days + " days");
        return made;
    }

    /** Adds a token that is known already, as samples have; it lasts as long as one may. */
    @Transactional
    public Token add(String secret, String handle, String name) {
        return add(secret, handle, name, MOST_DAYS);
    }

    private Token add(String secret, String handle, String name, int days) {
        var now = clock.instant();
        var row = new ApiTokenRow(Secrets.hash(secret), handle, name, now);
        row.expiresAt = now.plus(Duration.ofDays(days));
        entities.persist(row);
        return token(row);
    }

    @Transactional
    public List<Token> of(SignedIn me) {
        return rows(me).stream().map(Tokens::token).toList();
    }

    /** Revokes one's own token; from now on it signs nobody in. */
    @Transactional
    public void revoke(SignedIn me, String id) {
        var row =
                rows(me).stream()
                        .filter(one -> one.tokenHash.startsWith(id) && id.length() == ID_LENGTH)
                        .findFirst()
                        .orElseThrow(() -> new Failure.NotFound("You have no such token."));
        remove(row);
    }

    /** Everybody's tokens, for administrators. */
    @Transactional
    public List<Token> all(SignedIn actor) {
        People.requireAdministrator(actor);
        return allRows().stream().map(Tokens::token).toList();
    }

    /** Revokes anybody's token, as administrators may. */
    @Transactional
    public void revokeFor(SignedIn actor, String id) {
        People.requireAdministrator(actor);
        remove(
                allRows().stream()
                        .filter(one -> one.tokenHash.startsWith(id) && id.length() == ID_LENGTH)
                        .findFirst()
                        .orElseThrow(() -> new Failure.NotFound("There is no such token.")));
    }

    private void remove(ApiTokenRow row) {
        audit.note(Event.TOKEN_REVOKED, row.name, "of " + row.person);
        entities.remove(row);
    }

    private List<ApiTokenRow> allRows() {
        return entities.createQuery(
                        "from ApiTokenRow order by person, createdAt desc, tokenHash",
                        ApiTokenRow.class)
                .getResultList();
    }

    /** Whom a token signs in; its use is noted. Asked for by every call: begins no transaction. */
    public Optional<SignedIn> findPerson(String secret) {
        var hash = Secrets.hash(secret);
        var row = sessions.fromStatelessSession(session -> session.get(ApiTokenRow.class, hash));
        if (row == null || !row.expiresAt.isAfter(clock.instant())) {
            return Optional.empty();
        }
        noteUse(row);
        return people.findByHandle(row.person);
    }

    private void noteUse(ApiTokenRow row) {
        var now = clock.instant();
        var last = noted.getOrDefault(row.tokenHash, row.lastUsedAt);
        if (last == null || last.plus(USE_STEP).isBefore(now)) {
            noted.put(row.tokenHash, now);
            sessions.inStatelessTransaction(session ->
                    session.createMutationQuery(
                                    "update ApiTokenRow set lastUsedAt = :now where tokenHash ="
                                            + " :hash")
                            .setParameter("now", now)
                            .setParameter("hash", row.tokenHash)
                            .executeUpdate());
        }
    }

    private List<ApiTokenRow> rows(SignedIn me) {
        return entities.createQuery(
                        "from ApiTokenRow where person = :me order by createdAt desc, tokenHash",
                        ApiTokenRow.class)
                .setParameter("me", me.handle())
                .getResultList();
    }

    private static Token token(ApiTokenRow row) {
        return new Token(
                row.tokenHash.substring(0, ID_LENGTH),
                row.person,
                row.name,
                row.createdAt,
                row.lastUsedAt,
                row.expiresAt);
    }
}
