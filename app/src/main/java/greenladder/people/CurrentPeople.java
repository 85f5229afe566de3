package greenladder.people;

import greenladder.web.AfterCommit;
import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** Everybody who can sign in, in memory, as every request needs them; follows each commit. */
@Component
class CurrentPeople {
    private final EntityManager entities;
    private final Map<String, SignedIn> current = new ConcurrentHashMap<>();

    private volatile boolean loaded;

    CurrentPeople(EntityManager entities) {
        this.entities = entities;
    }

    /** Everybody who can sign in, by sign-in name. */
    Map<String, SignedIn> all() {
        if (!loaded) {
            synchronized (current) {
                if (!loaded) {
                    rows().stream()
                            .filter(row -> row.goneAt == null)
                            .forEach(row -> current.put(row.handle, of(row)));
                    loaded = true;
                }
            }
        }
        return current;
    }

    /** Follows a change of somebody once it is committed. */
    void follow(PersonRow row) {
        all();
        entities.flush();
        var fresh = row.goneAt == null ? of(row) : null;
        var handle = row.handle;
        AfterCommit.run(() -> {
            if (fresh == null) {
                current.remove(handle);
            } else {
                current.put(handle, fresh);
            }
        });
    }

    private Map<String, Role> rolesOf(String handle) {
        var roles = new HashMap<String, Role>();
        entities.createQuery("from ProductRoleRow where person = :person", ProductRoleRow.class)
                .setParameter("person", handle)
                .getResultList()
                .forEach(row -> roles.put(row.product, row.role));
        return roles;
    }

    /** Everybody there ever was, as kept. */
    List<PersonRow> rows() {
        return entities.createQuery("from PersonRow order by role, name", PersonRow.class)
                .getResultList();
    }

    SignedIn of(PersonRow row) {
        var roles = rolesOf(row.handle);
        return new SignedIn(row.handle, row.name, row.role, roles, row.passwordHash, row.stamp);
    }
}
