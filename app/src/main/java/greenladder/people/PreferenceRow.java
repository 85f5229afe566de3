package greenladder.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

/** What a person has set for themselves. */
@Entity
@Table(name = "preference")
@IdClass(PreferenceRow.Key.class)
class PreferenceRow {
    @Id String person = "";
    @Id String name = "";
    String text = "";

    record Key(String person, String name) implements Serializable {}
}
