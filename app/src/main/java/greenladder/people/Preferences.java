package greenladder.people;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What people have set for themselves, such as the columns of a view, by a name for each. Nearly
 * every page asks for some: what was read is kept until it is set again, here, or for a minute, for
 * what is set elsewhere.
 */
@Component
public class Preferences {
    private static final int LONGEST = 4_000;

    private static final int MOST_KEPT = 10_000;
    private static final Duration LONGEST_KEPT = Duration.ofMinutes(1);

    private final LoadingCache<PreferenceRow.Key, Optional<String>> kept =
            Caffeine.newBuilder()
                    .maximumSize(MOST_KEPT)
                    .expireAfterWrite(LONGEST_KEPT)
                    .build(this::read);

    private final EntityManager entities;
    private final TransactionTemplate transactions;

    Preferences(EntityManager entities, TransactionTemplate transactions) {
        this.entities = entities;
        this.transactions = transactions;
    }

    public Optional<String> find(SignedIn person, String name) {
        return kept.get(new PreferenceRow.Key(person.handle(), name));
    }

    private Optional<String> read(PreferenceRow.Key key) {
        return transactions.execute(any ->
                Optional.ofNullable(entities.find(PreferenceRow.class, key)).map(row -> row.text));
    }

    public void set(SignedIn person, String name, String text) {
        try {
            transactions.executeWithoutResult(any -> write(person, name, text));
        } catch (DataIntegrityViolationException e) {
            // The same person set it for the first time elsewhere at the same moment.
            transactions.executeWithoutResult(any -> write(person, name, text));
        }
        kept.invalidate(new PreferenceRow.Key(person.handle(), name));
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
