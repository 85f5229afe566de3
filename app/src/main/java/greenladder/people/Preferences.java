package greenladder.people;

import jakarta.persistence.EntityManager;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What people have set for themselves, such as the columns of a view, by a name for each. */
@Component
@Transactional
public class Preferences {
    private static final int LONGEST = 4_000;

    private final EntityManager entities;

    Preferences(EntityManager entities) {
        this.entities = entities;
    }

    @Transactional(readOnly = true)
    public Optional<String> find(SignedIn person, String name) {
        return Optional.ofNullable(
                        entities.find(
                                PreferenceRow.class, new PreferenceRow.Key(person.handle(), name)))
                .map(row -> row.text);
    }

    public void set(SignedIn person, String name, String text) {
        var key = new PreferenceRow.Key(person.handle(), name);
        var row = entities.find(PreferenceRow.class, key);
        if (row == null) {
            row = new PreferenceRow();
            row.person = key.person();
            row.name = key.name();
            row.text = text.substring(0, Math.min(LONGEST, text.length()));
            entities.persist(row);
        } else {
            row.text = text.substring(0, Math.min(LONGEST, text.length()));
        }
    }
}
