package greenladder.people;

import greenladder.core.people.Person;
import greenladder.web.AfterCommit;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * Everybody who can sign in, as every request needs them: who they are and what they may do is the
 * snapshot's, by what they are known is kept in memory here and follows each commit.
 */
@Component
class CurrentPeople {
    private final EntityManager entities;
    private final Roster roster;
    private final Map<String, Credentials> credentials = new ConcurrentHashMap<>();

    private volatile boolean loaded;

    private record Credentials(String passwordHash, int stamp) {
        static Credentials of(CredentialsRow row) {
            return new Credentials(row.passwordHash, row.stamp);
        }
    }

    CurrentPeople(EntityManager entities, Roster roster) {
        this.entities = entities;
        this.roster = roster;
    }

    /** Everybody who can sign in. */
    List<SignedIn> all() {
        return roster.workspace().peopleByHandle().values().stream()
                .flatMap(person -> signedIn(person).stream())
                .toList();
    }

    /** Somebody who can sign in. */
    Optional<SignedIn> find(String handle) {
        return roster.workspace().findPerson(handle).flatMap(this::signedIn);
    }

    private Optional<SignedIn> signedIn(Person person) {
        return person.gone()
                ? Optional.empty()
                : Optional.ofNullable(known().get(person.handle()))
                        .map(known -> signedIn(person, known));
    }

    private static SignedIn signedIn(Person person, Credentials known) {
        return new SignedIn(
                person.handle(),
                person.name(),
                person.role(),
                person.productRoles(),
                known.passwordHash(),
                known.stamp());
    }

    private Map<String, Credentials> known() {
        if (!loaded) {
            synchronized (credentials) {
                if (!loaded) {
                    entities.createQuery("from CredentialsRow", CredentialsRow.class)
                            .getResultList()
                            .forEach(row -> credentials.put(row.handle, Credentials.of(row)));
                    loaded = true;
                }
            }
        }
        return credentials;
    }

    /** Follows what was changed once it is committed. */
    void follow(CredentialsRow row) {
        known();
        var handle = row.handle;
        var fresh = Credentials.of(row);
        AfterCommit.run(() -> credentials.put(handle, fresh));
    }

    SignedIn of(CredentialsRow row) {
        return signedIn(
                roster.workspace().findPerson(row.handle).orElseThrow(), Credentials.of(row));
    }
}
