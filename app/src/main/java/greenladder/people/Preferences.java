package greenladder.people;

import jakarta.persistence.EntityManager;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** What people have set for themselves, such as the columns of a view, by a name for each. */
@Component
public class Preferences {
    private static final int LONGEST = 4_000;

    private final EntityManager entities;
    private final TransactionTemplate transactions;

    Preferences(EntityManager entities, TransactionTemplate transactions) {
        this.entities = entities;
        this.transactions = transactions;
    }

    @Transactional(readOnly = true)
    public Optional<String> find(SignedIn person, String name) {
        return Optional.ofNullable(
                        entities.find(
                                PreferenceRow.class, new PreferenceRow.Key(person.handle(), name)))
                .map(row -> row.text);
    }

    public void set(SignedIn person, String name, String text) {
        try {
            transactions.executeWithoutResult(any -> write(person, name, text));
        } catch (DataIntegrityViolationException e) {
            // The same person set it for the first time elsewhere at the same moment.
            transactions.executeWithoutResult(any -> write(person, name, text));
        }
    }

    private void write(SignedIn person, String name, String text) {
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
